package zugabe.core.sign;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.List;
import org.bouncycastle.asn1.ASN1ObjectIdentifier;
import org.bouncycastle.asn1.cms.CMSObjectIdentifiers;
import org.bouncycastle.cms.CMSTypedData;
import zugabe.bytes.Content;
import zugabe.core.finding.Where;
import zugabe.core.keys.OpenPgpKey;
import zugabe.core.keys.SigningKey;
import zugabe.core.keys.X509Key;

/** Signatures that lie beside a file: the file is streamed, and stays as it is. */
public final class Beside {
  /** Ending of signed data without its content (RFC 8551, section 3.2.1). */
  public static final String CMS = ".p7s";

  /** Ending of OpenPGP's armour. */
  public static final String OPENPGP = ".asc";

  private Beside() {}

  /** The ending of a signature by a key. */
  public static String ending(SigningKey key) {
    return key instanceof OpenPgpKey ? OPENPGP : CMS;
  }

  /** The signature of a file's content. */
  public static byte[] sign(Content content, SigningKey key, Stamping stamping) throws IOException {
    return key instanceof OpenPgpKey open
        ? OpenPgpSignatures.sign(content, open, stamping.now())
        : Cms.sign(new Streamed(content), (X509Key) key, true, stamping);
  }

  /** Verifies a signature of a file. */
  static List<Verdict.Signer> verify(
      Content content, byte[] signature, SignerCheck check, Where where) throws IOException {
    return check.verify(new Streamed(content), signature, where);
  }

  /** What is signed, read when it is asked for. */
  private record Streamed(Content of) implements CMSTypedData {
    @Override
    public ASN1ObjectIdentifier getContentType() {
      return CMSObjectIdentifiers.data;
    }

    @Override
    public void write(OutputStream out) throws IOException {
      try (InputStream in = of.open()) {
        in.transferTo(out);
      }
    }

    @Override
    public Object getContent() {
      return of;
    }
  }
}
