package zugabe.core.target;

import java.util.List;
import java.util.Map;
import java.util.OptionalInt;

/**
 * What is in a package.
 *
 * @param kind such as {@code jar}
 * @param size of the file in bytes
 * @param identity name, version and so on, as far as the file says
 * @param start how it is started; empty for what can't be
 * @param java the Java version its classes need; empty without classes
 * @param javaBecause an entry that needs it
 * @param manifest main attributes, by name, in their order
 * @param entries in the order of the file
 * @param signers empty for unsigned files
 * @param facts of a file that holds no others: what its content says, by short names
 */
public record Inspection(
    String kind,
    long size,
    Map<String, String> identity,
    Map<String, String> start,
    OptionalInt java,
    String javaBecause,
    Map<String, String> manifest,
    List<Item> entries,
    List<String> signers,
    Map<String, String> facts) {

  /** A file that holds no others. */
  public static Inspection plain(String kind, long size, Map<String, String> facts) {
    return new Inspection(
        kind,
        size,
        Map.of(),
        Map.of(),
        OptionalInt.empty(),
        "",
        Map.of(),
        List.of(),
        List.of(),
        facts);
  }

  /** A file that holds others. */
  public static Inspection of(
      String kind, long size, Map<String, String> start, List<Item> entries) {
    return new Inspection(
        kind,
        size,
        Map.of(),
        start,
        OptionalInt.empty(),
        "",
        Map.of(),
        entries,
        List.of(),
        Map.of());
  }

  /**
   * One entry.
   *
   * @param path folders end with a slash
   * @param size of the content in bytes
   * @param packed bytes in the file
   * @param method {@code stored} or {@code deflated}
   */
  public record Item(String path, long size, long packed, String method, boolean folder) {}
}
