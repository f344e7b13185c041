package zugabe.core.sign;

import java.io.IOException;
import java.util.Optional;
import zugabe.bytes.Layout;
import zugabe.bytes.MalformedException;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.keys.UnreadableException;
import zugabe.core.keys.X509Key;

/** Signs a program, cabinet or script that is there. */
final class CodeSigning {
  private final String file;
  private final CodeFile code;
  private final Already already;
  private final Findings findings;

  CodeSigning(String file, CodeFile code, Already already, Findings findings) {
    this.file = file;
    this.code = code;
    this.already = already;
    this.findings = findings;
  }

  /** Who signs, and what he says. */
  record By(X509Key key, Stamping stamping, Described described) {}

  /** The signed file; empty when it can't be signed. */
  Optional<Layout> signed(By by) throws IOException {
    boolean there = !code.signatures().isEmpty();
    if (there && already == Already.REFUSED) {
      findings.add(
          SignCode.Z0210,
          Where.file(file),
          "It is signed already.",
          "Say what becomes of that signature: --replace or --add.");
      return Optional.empty();
    }
    boolean kept = there && already == Already.KEPT;
    if (kept && code.signatures().size() > 1) {
      return refused("it has several signatures side by side, of which none holds the others");
    }
    try {
      return made(
          code.unsigned(CodeSignature.room(by.key(), by.stamping().isWanted()), kept), kept, by);
    } catch (CodeFile.NoPlaceException | MalformedException e) {
      return refused(e.getMessage());
    } catch (UnreadableException e) {
      return refused("the signature that is in it can't be read");
    }
  }

  private Optional<Layout> made(CodeFile.Unsigned unsigned, boolean kept, By by)
      throws IOException {
    byte[] signature =
        CodeSignature.sign(
            code.form(),
            unsigned.digest(CodeSignature.digest(by.key())),
            by,
            kept ? Optional.of(code.signatures().get(0).bytes()) : Optional.empty());
    if (unsigned.length() > 0) {
      Optional<byte[]> filled = CodeSignature.filled(signature, unsigned.length());
      if (filled.isEmpty()) {
        return refused("there is no room for one more signature");
      }
      signature = filled.get();
    }
    return Optional.of(unsigned.with(signature));
  }

  private Optional<Layout> refused(String why) {
    findings.add(
        SignCode.Z0209,
        Where.file(file),
        "It can't hold the signature: " + why + ".",
        "Make it anew, or sign it beside: --beside.");
    return Optional.empty();
  }
}
