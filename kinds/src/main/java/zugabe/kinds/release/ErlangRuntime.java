package zugabe.kinds.release;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.OwnFile;
import zugabe.formats.erlang.ExternalTerm;
import zugabe.formats.erlang.Term;
import zugabe.formats.erlang.TermFaultException;

/**
 * An Erlang/OTP, and what it says of itself.
 *
 * @param erts version of the runtime system
 * @param otp release, such as 25
 * @param boot instructions of the runtime's own boot file, which starts kernel and stdlib
 * @param files below {@code erts-VERSION/bin}
 */
record ErlangRuntime(String erts, String otp, List<Term> boot, List<OwnFile> files) {
  private static final Pattern ERTS = Pattern.compile("(erts-([0-9][0-9.]*))/bin/erlexec");
  private static final List<String> BOOT =
      List.of("bin/start_clean.boot", "bin/no_dot_erlang.boot", "bin/start.boot");
  private static final int MAX_BYTES = 1 << 20;

  /** Reads it; what is wrong is in the findings. */
  static Optional<ErlangRuntime> of(ReleasePlan release, Findings findings) throws IOException {
    List<OwnFile> all = release.runtime();
    Optional<Matcher> erts =
        all.stream().map(f -> ERTS.matcher(f.path())).filter(Matcher::matches).findFirst();
    Optional<OwnFile> boot =
        BOOT.stream().flatMap(b -> all.stream().filter(f -> f.path().equals(b))).findFirst();
    if (erts.isEmpty() || boot.isEmpty()) {
      if (!all.isEmpty()) {
        findings.add(
            ReleaseCode.Z7005,
            release.where(),
            "The runtime's folder has no "
                + (erts.isEmpty() ? "erts-…/bin/erlexec" : "bin/start_clean.boot")
                + ".",
            "Name the folder that code:root_dir() gives: the one with erts-…, lib and releases.");
      }
      return Optional.empty();
    }
    Optional<List<Term>> instructions = instructions(boot.get(), findings);
    String folder = erts.get().group(1) + "/bin/";
    return instructions.map(
        i ->
            new ErlangRuntime(
                erts.get().group(2),
                otp(all),
                i,
                all.stream().filter(f -> f.path().startsWith(folder)).toList()));
  }

  private static String otp(List<OwnFile> all) {
    return all.stream()
        .map(f -> f.path())
        .filter(p -> Regex.matches(p, "releases/[0-9]+/OTP_VERSION"))
        .map(p -> p.split("/", -1)[1])
        .findFirst()
        .orElse("of the same runtime");
  }

  private static Optional<List<Term>> instructions(OwnFile boot, Findings findings)
      throws IOException {
    Where where = Where.file(boot.file().name());
    String why = "it has more than " + MAX_BYTES + " bytes";
    if (boot.file().size() <= MAX_BYTES) {
      try (InputStream in = boot.file().open()) {
        Term term = ExternalTerm.decode(in.readAllBytes());
        if (term.isTuple("script", 3) && ((Term.Tuple) term).items().get(2).asList().isPresent()) {
          return ((Term.Tuple) term).items().get(2).asList();
        }
        why = "it isn't {script, ...}";
      } catch (TermFaultException e) {
        why = e.getMessage() + " (at byte " + e.column() + ")";
      }
    }
    findings.add(
        ReleaseCode.Z7005,
        where,
        "The runtime's boot file can't be read: " + why + ".",
        "Take a whole Erlang/OTP.");
    return Optional.empty();
  }

  /** The platform its programs are for, from the first of them: ELF's and Mach-O's headers. */
  String platform() throws IOException {
    for (OwnFile file : files) {
      if (file.path().endsWith("/beam.smp")) {
        try (InputStream in = file.file().open()) {
          return platform(in.readNBytes(20));
        }
      }
    }
    return "unknown";
  }

  private static String platform(byte[] head) {
    if (head.length < 20) {
      return "unknown";
    }
    String magic = new String(head, 0, 4, StandardCharsets.ISO_8859_1);
    // ELF: e_machine at 18; Mach-O, 64 bits, least byte first: cputype at 4
    if (magic.equals("\u007FELF")) {
      return "linux-" + (head[18] == 62 ? "x64" : head[18] == (byte) 183 ? "arm64" : "unknown");
    }
    if (magic.equals("\u00CF\u00FA\u00ED\u00FE")) {
      return "macos-" + (head[4] == 12 ? "arm64" : "x64");
    }
    return "unknown";
  }
}
