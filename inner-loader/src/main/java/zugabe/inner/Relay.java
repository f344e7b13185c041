package zugabe.inner;

import java.io.BufferedReader;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.lang.reflect.InvocationTargetException;
import java.nio.charset.StandardCharsets;

/**
 * The main class in front of a windowing toolkit's application class: a runtime that is told to
 * start such a class itself looks for the toolkit's modules and refuses when the toolkit lies on
 * the class path.
 */
public final class Relay {
  private Relay() {}

  public static void main(String[] args) throws Throwable {
    String main;
    try (InputStream in = Relay.class.getResourceAsStream("/inner/main");
        BufferedReader lines =
            new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
      main = lines.readLine();
    }
    try {
      Class.forName(main).getMethod("main", String[].class).invoke(null, (Object) args);
    } catch (InvocationTargetException e) {
      throw e.getCause();
    }
  }
}
