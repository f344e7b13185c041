package example.harbour;

import java.nio.file.Files;
import java.nio.file.Path;

/** Reads a table beside it, calls a native library, and takes what its start script says. */
public final class Main {
  public static native int level();

  public static void main(String[] arguments) throws Exception {
    System.loadLibrary("level");
    String tide = Files.readString(Path.of("tables/today.csv")).strip();
    System.out.println(tide + " " + level() + System.getProperty("unit") + " " + arguments[0]);
  }
}
