package zugabe.core.survey;

import java.io.IOException;
import java.io.InputStream;
import java.util.EnumSet;
import java.util.Set;
import zugabe.core.materials.FileContent;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.classfile.ClassSketch;
import zugabe.formats.classfile.ClassSketch.Hint;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipReader;

/** What the classes around a main class do that lies in a jar. */
final class JarHints {
  /** More don't tell more, and a survey is a glance. */
  private static final int MOST_CLASSES = 2000;

  private JarHints() {}

  /**
   * What is done in the package above the main class's, where libraries that were merged aren't.
   */
  static Set<Hint> of(FileContent jar, String main) {
    Set<Hint> hints = EnumSet.noneOf(Hint.class);
    String around = around(main.replace('.', '/'));
    try {
      ZipReader.read(jar).entries().stream()
          .filter(e -> e.name().startsWith(around) && e.name().endsWith(".class"))
          .filter(e -> e.size() <= ClassFacts.MAX_BYTES)
          .limit(MOST_CLASSES)
          .forEach(e -> look(e, hints));
    } catch (IOException e) {
      // told where files are recognised
      return hints;
    }
    return hints;
  }

  /** {@code org/tide/app/Main} lies among {@code org/tide/}, and {@code tide/Main} among itself. */
  private static String around(String main) {
    int last = main.lastIndexOf('/');
    int above = main.lastIndexOf('/', last - 1);
    return main.substring(0, (above > 0 && main.indexOf('/') < above ? above : last) + 1);
  }

  private static void look(ZipEntry entry, Set<Hint> hints) {
    try (InputStream in = entry.open()) {
      hints.addAll(ClassSketch.decode(in.readAllBytes()).hints());
    } catch (IOException e) {
      // the others tell, and damage is told where the jar is read
      return;
    }
  }
}
