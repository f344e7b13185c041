package zugabe.inner;

import java.io.File;
import java.io.IOException;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.net.URISyntaxException;
import java.security.CodeSource;

/**
 * The main class of a jar with jars inside: makes the class loader and starts the program's own
 * main class in it.
 */
public final class Start {
  private Start() {}

  public static void main(String[] args) throws Throwable {
    InnerLoader loader = open();
    Thread.currentThread().setContextClassLoader(loader);
    Class<?> main;
    try {
      main = Class.forName(loader.mainClass(), false, loader);
    } catch (ClassNotFoundException e) {
      throw fail("the main class " + loader.mainClass() + " is missing in it");
    }
    Method method = main.getMethod("main", String[].class);
    method.setAccessible(true);
    try {
      method.invoke(null, (Object) args);
    } catch (InvocationTargetException e) {
      throw e.getCause();
    }
  }

  private static InnerLoader open() {
    CodeSource source = Start.class.getProtectionDomain().getCodeSource();
    try {
      File file = new File(source.getLocation().toURI());
      Addresses.register();
      return new InnerLoader(Outer.of(file), Start.class.getClassLoader());
    } catch (IOException | URISyntaxException | IllegalArgumentException e) {
      throw fail(e.getMessage());
    }
  }

  /** The jar was changed after it was made: a stack trace would help nobody. */
  private static Error fail(String why) {
    System.err.println("This jar can't be started: " + why + ". Get an undamaged copy of it.");
    System.exit(1);
    return new Error(why);
  }
}
