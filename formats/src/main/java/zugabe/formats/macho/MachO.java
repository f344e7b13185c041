package zugabe.formats.macho;

import java.util.List;

/**
 * What a Mach-O file says of itself, or one part of a file for several processors.
 *
 * @param bits 32 or 64
 * @param machine such as {@code arm64}
 * @param type program, library or other
 * @param system such as {@code macOS}; empty when it doesn't say
 * @param least version of the system it needs, such as {@code 11.0}; empty when it doesn't say
 * @param name by which others link to it; empty without one
 * @param needed libraries it is linked to, in order
 * @param optional those of them that may be missing
 * @param searched where it looks for those that start with {@code @rpath}
 * @param signed whether it carries a code signature, which isn't looked at
 */
public record MachO(
    int bits,
    String machine,
    Type type,
    String system,
    String least,
    String name,
    List<String> needed,
    List<String> optional,
    List<String> searched,
    boolean signed) {

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
