package zugabe.shortstart;

import java.io.IOException;
import java.net.MalformedURLException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * Prepares the jars of a program for a short start. A class-data archive can't keep how the calls
 * of lambdas are linked, nor that class files older than version 50 were verified; together that is
 * a fifth of a short command. So lambdas become classes, and old class files get the frames that
 * newer ones have. It keeps no classes of signed jars either: their signatures are taken off. Done
 * twice, it changes nothing more.
 */
public final class ShortStart {
  private ShortStart() {}

  /**
   * Prepares the program in a folder: the jars there and in its folder {@code lib}.
   *
   * @param args the folder
   * @throws IOException if a jar can't be read or written
   */
  public static void main(String[] args) throws IOException {
    prepare(Path.of(args[0]));
  }

  static void prepare(Path program) throws IOException {
    List<Path> jars = new ArrayList<>(jars(program));
    if (Files.isDirectory(program.resolve("lib"))) {
      jars.addAll(jars(program.resolve("lib")));
    }
    try (URLClassLoader loader =
        new URLClassLoader(urls(jars), ClassLoader.getPlatformClassLoader())) {
      for (Path jar : jars) {
        new JarRewriting(loader).rewrite(jar);
      }
    }
  }

  private static List<Path> jars(Path folder) throws IOException {
    try (Stream<Path> files = Files.list(folder)) {
      return files.filter(f -> f.toString().endsWith(".jar")).sorted().toList();
    }
  }

  private static URL[] urls(List<Path> files) throws MalformedURLException {
    URL[] urls = new URL[files.size()];
    for (int i = 0; i < urls.length; i++) {
      urls[i] = files.get(i).toUri().toURL();
    }
    return urls;
  }
}
