package zugabe.core.kind;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/** A kind's example, which lies beside its classes. */
public final class Example {
  private Example() {}

  /** The file {@code example.yaml} in the package of a class. */
  public static String of(Class<?> kind) {
    try (InputStream in = kind.getResourceAsStream("example.yaml")) {
      if (in == null) {
        throw new IllegalStateException("the example of " + kind.getName() + " is missing");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
