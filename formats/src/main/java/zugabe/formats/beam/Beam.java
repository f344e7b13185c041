package zugabe.formats.beam;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.SortedSet;
import java.util.TreeSet;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * What a compiled module says of itself.
 *
 * @param module its name
 * @param calls modules whose functions it names, itself left out
 */
public record Beam(String module, SortedSet<String> calls) {
  private static final int MAX_CHUNKS = 256;
  private static final int MAX_ATOMS = 1 << 20;

  /** Whether a file starts like one. */
  public static boolean isBeam(byte[] start) {
    return start.length >= 12
        && new String(start, 0, 4, StandardCharsets.ISO_8859_1).equals("FOR1")
        && new String(start, 8, 4, StandardCharsets.ISO_8859_1).equals("BEAM");
  }

  /**
   * Reads one.
   *
   * @throws MalformedException when it is damaged
   */
  public static Beam read(Access access) throws IOException {
    Fields in = new Fields(access, true);
    if (!in.starts(0, "FOR1") || !in.starts(8, "BEAM")) {
      throw new MalformedException("it doesn't start like a compiled module", 0);
    }
    List<String> atoms = List.of();
    long imports = -1;
    long at = 12;
    for (int i = 0; i < MAX_CHUNKS && at + 8 <= in.size(); i++) {
      long bytes = in.u4(at + 4);
      if (in.starts(at, "AtU8") || in.starts(at, "Atom")) {
        atoms = atoms(in, at + 8, bytes);
      } else if (in.starts(at, "ImpT")) {
        imports = at + 8;
      }
      at += 8 + (bytes + 3) / 4 * 4;
    }
    if (atoms.isEmpty()) {
      throw new MalformedException("it names no module", at);
    }
    SortedSet<String> calls = new TreeSet<>();
    if (imports >= 0) {
      calls(in, imports, atoms, calls);
    }
    calls.remove(atoms.get(0));
    return new Beam(atoms.get(0), calls);
  }

  private static List<String> atoms(Fields in, long at, long bytes) throws IOException {
    // since OTP 28 the count is negative, and lengths have a form of their own
    int count = (int) in.u4(at);
    boolean tagged = count < 0;
    int all = Math.min(Math.abs(count), MAX_ATOMS);
    List<String> atoms = new ArrayList<>();
    long next = at + 4;
    for (int i = 0; i < all && next < at + bytes; i++) {
      int length = in.u1(next++);
      if (tagged) {
        length = (length & 8) == 0 ? length >> 4 : ((length >> 5) << 8) + in.u1(next++);
      }
      atoms.add(new String(in.bytes(next, length), StandardCharsets.UTF_8));
      next += length;
    }
    return atoms;
  }

  private static void calls(Fields in, long at, List<String> atoms, SortedSet<String> calls)
      throws IOException {
    long count = Math.min(in.u4(at), MAX_ATOMS);
    for (long i = 0; i < count; i++) {
      long module = in.u4(at + 4 + 12 * i);
      if (module < 1 || module > atoms.size()) {
        throw new MalformedException("a call names no module", at + 4 + 12 * i);
      }
      calls.add(atoms.get((int) module - 1));
    }
  }
}
