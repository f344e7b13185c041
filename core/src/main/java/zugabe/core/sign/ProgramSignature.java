package zugabe.core.sign;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Access;
import zugabe.core.keys.Hand;
import zugabe.core.keys.UnreadableException;
import zugabe.core.keys.X509Key;
import zugabe.formats.pe.CertificateTable;

/**
 * The table of signatures of a program that is just made. Its length is known before it is signed,
 * since a zip file in the program reaches over it.
 */
public final class ProgramSignature {
  private final X509Key key;
  private final Stamping stamping;
  private final int room;

  public ProgramSignature(X509Key key, Stamping stamping) {
    this.key = key;
    this.stamping = stamping;
    this.room = CodeSignature.room(key, stamping.isWanted());
  }

  /** Who is said to have signed a program; nothing of it is verified. */
  public static List<String> signers(Access access) throws IOException {
    List<String> signers = new ArrayList<>();
    for (CertificateTable.Entry entry : CertificateTable.read(access).entries()) {
      try {
        signers.addAll(CodeSignature.signers(CodeSignature.read(entry.bytes())));
      } catch (UnreadableException e) {
        signers.add("somebody, which can't be read");
      }
    }
    return signers;
  }

  /** Of the digest, in the runtime's words. */
  public String algorithm() {
    return CodeSignature.digest(key);
  }

  /** Bytes of the table: a multiple of eight. */
  public int tableLength() {
    return CertificateTable.HEADER + room;
  }

  /** The table. */
  public byte[] table(byte[] digest, Described described) throws IOException {
    byte[] signature =
        CodeSignature.sign(
            IndirectData.Form.PROGRAM,
            digest,
            new CodeSigning.By(key, stamping, described),
            Optional.empty());
    Optional<byte[]> filled = CodeSignature.filled(signature, room);
    if (filled.isEmpty()) {
      throw new Hand.NoSignatureException(
          "with its timestamp the signature takes more than " + room + " bytes");
    }
    return CertificateTable.of(filled.get());
  }
}
