package zugabe.formats.macho;

import java.util.List;

/**
 * What a Mach-O file says of itself, or one part of a file for several processors.
 *
 * @param bits 32 or 64
 * @param machine such as {@code arm64}
 * @param type program, library or other
 * @param name by which others link to it; empty without one
 * @param signed whether it carries a code signature, which isn't looked at
 */
public record MachO(
    int bits, String machine, Type type, Target target, String name, Links links, boolean signed) {

  /**
   * What it runs on.
   *
   * @param name such as {@code macOS}; empty when it doesn't say
   * @param least version it needs, such as {@code 11.0}; empty when it doesn't say
   */
  public record Target(String name, String least) {}

  /**
   * What it is linked to.
   *
   * @param needed libraries, in order
   * @param optional those of them that may be missing
   * @param searched where it looks for those that start with {@code @rpath}
   */
  public record Links(List<String> needed, List<String> optional, List<String> searched) {}

  /** What it is for. */
  public enum Type {
    /** Can be started. */
    PROGRAM,
    /** Is linked to, or loaded, by others. */
    LIBRARY,
    /** Anything else. */
    OBJECT
  }
}
