package zugabe.core.keys;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Optional;
import zugabe.bytes.MalformedException;

/**
 * That a key follows others.
 *
 * @param proof the proof of rotation, as packages for phones hold it
 * @param older the key that phones know which don't read proofs; empty where it isn't at hand
 */
@SuppressWarnings("ArrayRecordComponent") // nobody compares them
public record Succession(byte[] proof, Optional<X509Key> older) {
  private static final String LABEL = "PROOF OF ROTATION";
  private static final String BEGIN = "-----BEGIN " + LABEL + "-----";
  private static final String END = "-----END " + LABEL + "-----";

  /** A proof in lines of text. */
  public static byte[] text(byte[] proof) {
    return KeyExport.pem(LABEL, proof).getBytes(StandardCharsets.US_ASCII);
  }

  /**
   * Reads such lines.
   *
   * @throws MalformedException when they are something else
   */
  public static byte[] read(byte[] text) throws IOException {
    String all = new String(text, StandardCharsets.ISO_8859_1);
    int start = all.indexOf(BEGIN);
    int end = all.indexOf(END);
    if (start < 0 || end < start) {
      throw new MalformedException("it holds no proof of rotation", 0);
    }
    try {
      return Base64.getMimeDecoder().decode(all.substring(start + BEGIN.length(), end));
    } catch (IllegalArgumentException e) {
      throw new MalformedException("its lines aren't Base64", 0);
    }
  }
}
