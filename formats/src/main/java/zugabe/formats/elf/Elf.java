package zugabe.formats.elf;

import java.util.List;

/**
 * What an ELF file says of itself.
 *
 * @param bits 32 or 64
 * @param machine such as {@code x86-64}, by its {@code e_machine}
 * @param type program, library or other
 * @param interpreter the system's loader; empty when it needs none
 * @param name by which others link to it ({@code DT_SONAME}); empty without one
 * @param needed libraries it is linked to ({@code DT_NEEDED}), in order
 * @param searched where it looks for them ({@code DT_RUNPATH}, else {@code DT_RPATH}), as it says
 * @param glibc the least version of the GNU C library; empty when it doesn't use one
 */
public record Elf(
    int bits,
    String machine,
    Type type,
    String interpreter,
    String name,
    List<String> needed,
    List<String> searched,
    String glibc) {

  /** What it is for. */
  public enum Type {
    /** Can be started. */
    PROGRAM,
    /** Is loaded by others. */
    LIBRARY,
    /** An object file or a core dump. */
    OBJECT,
    /** What a crashed process left. */
    CORE
  }

  /** The C library that its loader belongs to: {@code glibc}, {@code musl}, or empty. */
  public String libc() {
    if (interpreter.contains("ld-musl")
        || needed.stream().anyMatch(n -> n.startsWith("libc.musl"))) {
      return "musl";
    }
    return glibc.isEmpty() ? "" : "glibc";
  }
}
