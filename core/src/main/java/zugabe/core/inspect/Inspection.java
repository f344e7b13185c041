package zugabe.core.inspect;

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
 * @param java what its classes need
 * @param manifest main attributes, by name, in their order
 * @param holds what is in it
 * @param facts of a file that holds no others: what its content says, by short names
 */
public record Inspection(
    String kind,
    long size,
    Map<String, String> identity,
    Map<String, String> start,
    Java java,
    Map<String, String> manifest,
    Holds holds,
    Map<String, String> facts) {

  /**
   * The Java version that classes need.
   *
   * @param version empty without classes
   * @param because an entry that needs it
   */
  public record Java(OptionalInt version, String because) {
    /** Of a file without classes. */
    public static final Java NONE = new Java(OptionalInt.empty(), "");
  }

  /**
   * What is inside.
   *
   * @param entries in the order of the file
   * @param signers empty for unsigned files
   */
  public record Holds(List<Item> entries, List<String> signers) {}

  /** A file that holds no others. */
  public static Inspection plain(String kind, long size, Map<String, String> facts) {
    return new Inspection(
        kind,
        size,
        Map.of(),
        Map.of(),
        Java.NONE,
        Map.of(),
        new Holds(List.of(), List.of()),
        facts);
  }

  /** A file that holds others. */
  public static Inspection of(
      String kind, long size, Map<String, String> start, List<Item> entries) {
    return new Inspection(
        kind, size, Map.of(), start, Java.NONE, Map.of(), new Holds(entries, List.of()), Map.of());
  }

  /** The same, taken for something closer. */
  public Inspection withKind(
      String closer, Map<String, String> itsIdentity, Map<String, String> itsStart) {
    return new Inspection(closer, size, itsIdentity, itsStart, java, manifest, holds, facts);
  }

  /**
   * One entry.
   *
   * @param path folders end with a slash
   * @param size of the content in bytes
   * @param packed bytes in the file
   * @param method {@code stored}, {@code deflated}, {@code in one stream} or {@code link}
   */
  public record Item(String path, long size, long packed, String method, boolean folder) {}
}
