package zugabe.formats.pe;

import java.util.List;

/**
 * What a portable executable says of itself.
 *
 * @param bits 32 or 64, by the optional header's magic
 * @param machine such as {@code x86-64}
 * @param library whether it is loaded by others
 * @param subsystem {@code window}, {@code console}, or another's name
 * @param system least version of the system, such as {@code 6.0}
 * @param needed libraries it is linked to, in order, those that are loaded late last
 * @param managed whether it is code for a common language runtime
 * @param signed whether it carries signatures, which aren't looked at
 */
public record Pe(
    int bits,
    String machine,
    boolean library,
    String subsystem,
    String system,
    List<String> needed,
    boolean managed,
    boolean signed) {}
