package zugabe.core.keys;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import zugabe.bytes.Digests;

/** A key's fingerprint in the forms that platforms and stores show. */
public final class Fingerprints {
  private Fingerprints() {}

  /** SHA-256 as pairs of digits with colons: Java, Android and most stores. */
  public static String sha256(byte[] certificate) {
    return colons(Digests.sha256().digest(certificate));
  }

  static String colons(byte[] digest) {
    return HexFormat.ofDelimiter(":").withUpperCase().formatHex(digest);
  }

  /** All forms, by who shows them. */
  static Map<String, String> of(byte[] certificate) {
    byte[] sha256 = Digests.sha256().digest(certificate);
    byte[] sha1 = sha1(certificate);
    Map<String, String> forms = new LinkedHashMap<>();
    forms.put("SHA-256 (Java, Android, stores)", colons(sha256));
    forms.put("SHA-256 (links to applications)", Base64.getEncoder().encodeToString(sha256));
    forms.put("SHA-1 (older stores)", colons(sha1));
    forms.put("thumbprint (Windows)", HexFormat.of().withUpperCase().formatHex(sha1));
    return forms;
  }

  /** Only to be shown: nothing is decided by it. */
  private static byte[] sha1(byte[] bytes) {
    try {
      return MessageDigest.getInstance("SHA-1").digest(bytes);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every runtime has SHA-1", e);
    }
  }

  /** An OpenPGP fingerprint of version 4 as gpg writes it: groups of four digits. */
  static String groups(byte[] fingerprint) {
    String hex = HexFormat.of().formatHex(fingerprint).toUpperCase(Locale.ROOT);
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < hex.length(); i += 4) {
      text.append(i == 0 ? "" : i == hex.length() / 2 ? "  " : " ").append(hex, i, i + 4);
    }
    return text.toString();
  }
}
