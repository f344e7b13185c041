package zugabe.core.android;

import java.util.List;

/** How entries lie in a package, so that phones can map them into memory as they are. */
public final class PackageLayout {
  /** The table of resources. */
  public static final String RESOURCES = "resources.arsc";

  /**
   * Folders of native libraries, by kind of processor, in the order in which phones prefer them:
   * the last first.
   */
  public static final List<String> PROCESSORS =
      List.of("armeabi-v7a", "x86", "arm64-v8a", "x86_64", "riscv64");

  /** Of native libraries: the largest page of memory that phones have. */
  public static final int PAGE_BYTES = 16384;

  private static final int WORD_BYTES = 4;

  private PackageLayout() {}

  /** Where the data of an entry starts, when it is stored: at a multiple of this many bytes. */
  public static int alignment(String name) {
    return isLibrary(name) ? PAGE_BYTES : WORD_BYTES;
  }

  /** Whether an entry is a native library. */
  public static boolean isLibrary(String name) {
    return name.startsWith("lib/") && name.endsWith(".so");
  }

  /** Whether phones want an entry stored, whatever it takes. */
  public static boolean isStored(String name) {
    return name.equals(RESOURCES);
  }
}
