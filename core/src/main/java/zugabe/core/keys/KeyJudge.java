package zugabe.core.keys;

import java.security.cert.CertificateParsingException;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.formats.certificate.DistinguishedName;

/** What is to be said of a key before something is signed with it. */
public final class KeyJudge {
  /** Getting a certificate takes days, and telling everybody takes weeks. */
  private static final int SOON_DAYS = 60;

  /** Signatures in jars. */
  public static final String JARS = "jars";

  /** Signatures in packages for phones. */
  public static final String PACKAGES = "Android packages";

  /** Signatures in programs. */
  public static final String PROGRAMS = "Windows programs";

  /** Extended key usages: signing code, and any. */
  private static final String CODE = "1.3.6.1.5.5.7.3.3";

  private static final String ANY = "2.5.29.37.0";

  /** Signatures beside files. */
  public static final String FILES = "files beside them";

  /** The Java version whose runtimes first verify Ed25519 in jars. */
  public static final int JARS_ED25519 = 17;

  private static final int RSA_BITS = 2048;
  private static final int EC_BITS = 224;

  /** Google Play: "Your key must expire after 22 October 2033". */
  static final LocalDate ANDROID_UNTIL = LocalDate.of(2033, 10, 22);

  private KeyJudge() {}

  /** Whether it may sign now; why not, and what comes soon, is in the findings. */
  public static boolean look(SigningKey key, Instant now, Where where, Findings findings) {
    boolean good = true;
    String weak = weak(key);
    if (!weak.isEmpty()) {
      findings.add(
          KeyCode.Z0109,
          where,
          "The key \"" + key.name() + "\" is " + weak + ".",
          "Make a new one: zugabe key new.");
      good = false;
    }
    boolean early = now.isBefore(key.from());
    boolean late = key.until().filter(u -> now.isAfter(u)).isPresent();
    if (early || late) {
      findings.add(
          KeyCode.Z0107,
          where,
          "The certificate of the key \""
              + key.name()
              + "\" "
              + (early
                  ? "isn't valid before " + day(key.from()) + "."
                  : "ended on " + day(key.until().orElseThrow()) + "."),
          early ? "Check this machine's clock." : "Get a new certificate: zugabe key request.");
      return false;
    }
    long left = daysLeft(key, now);
    if (left < SOON_DAYS) {
      findings.add(
          KeyCode.Z0108,
          where,
          "The certificate of the key \""
              + key.name()
              + "\" ends on "
              + day(key.until().orElseThrow())
              + ", in "
              + left
              + (left == 1 ? " day." : " days."),
          "Ask for a new one now: zugabe key request.");
    }
    return good;
  }

  /** Why a key is weak; empty when it isn't. */
  private static String weak(SigningKey key) {
    if (key instanceof X509Key x509) {
      int bits = X509Key.bits(x509.certificate());
      String algorithm = x509.certificate().getPublicKey().getAlgorithm();
      if (algorithm.equals("DSA")) {
        return "a DSA key, which current readers refuse";
      }
      boolean few = algorithm.equals("RSA") ? bits < RSA_BITS : bits < EC_BITS;
      return few ? algorithm + " of " + bits + " bits" : "";
    }
    OpenPgpKey open = (OpenPgpKey) key;
    boolean rsa = key.strength().startsWith("RSA");
    return key.strength().startsWith("DSA") || (rsa && open.signer().getBitStrength() < RSA_BITS)
        ? key.strength()
        : "";
  }

  /** Whole days until it ends; many when it doesn't. */
  public static long daysLeft(SigningKey key, Instant now) {
    return key.until().map(u -> Duration.between(now, u).toDays()).orElse(Long.MAX_VALUE);
  }

  /** A day, in UTC. */
  public static String day(Instant time) {
    return time.atZone(ZoneOffset.UTC).toLocalDate().toString();
  }

  /** What a key may sign, by purpose: empty when it may, else why not. */
  public static Map<String, String> uses(SigningKey key) {
    Map<String, String> uses = new LinkedHashMap<>();
    boolean open = key instanceof OpenPgpKey;
    uses.put(FILES, "");
    if (open) {
      uses.put("deb and rpm packages and their indexes", "");
      return uses;
    }
    Optional<LocalDate> until = key.until().map(u -> u.atZone(ZoneOffset.UTC).toLocalDate());
    boolean ed = key.strength().startsWith("Ed");
    uses.put(JARS, ed ? "runtimes before Java " + JARS_ED25519 + " don't verify Ed25519" : "");
    boolean trial = isForTrial(((X509Key) key).certificate());
    boolean shortLived = until.filter(u -> !u.isAfter(ANDROID_UNTIL)).isPresent();
    uses.put(
        PACKAGES,
        ed
            ? "phones don't verify Ed25519"
            : trial ? TRIAL : shortLived ? "stores want it valid after " + ANDROID_UNTIL : "");
    boolean self = ((X509Key) key).isSelfSigned();
    uses.put(
        PROGRAMS,
        refusedByWindows((X509Key) key)
            .orElse(self ? "only machines that were told to trust it show its name" : ""));
    return uses;
  }

  /** What is to be said of a key that others have as well. */
  public static final String TRIAL = "it is one that tools make for trying things out";

  /** The Android platform's own key for tests, which is in its sources. */
  private static final String PUBLIC_KEY =
      "A4:0D:A8:0A:59:D1:70:CA:A9:50:CF:15:C1:8C:45:4D:47:A3:9B:26:98:9D:8B:64:0E:CD:74:5B:A7:1B:F5:DC";

  /** Whether a certificate is one that tools make for trying things out, or whose key is public. */
  public static boolean isForTrial(X509Certificate certificate) {
    return DistinguishedName.of(certificate.getSubjectX500Principal()).contains("CN=Android Debug")
        || Fingerprints.sha256(X509Key.encoded(certificate)).equals(PUBLIC_KEY);
  }

  /** Why Windows takes none of a key's signatures; empty when it does. */
  public static Optional<String> refusedByWindows(X509Key key) {
    if (key.strength().startsWith("Ed")) {
      return Optional.of("Windows doesn't verify Ed25519");
    }
    if (key.strength().startsWith("DSA")) {
      return Optional.of("Windows doesn't take DSA any more");
    }
    return isForCode(key.certificate())
        ? Optional.empty()
        : Optional.of("its certificate isn't one for code");
  }

  /**
   * Whether a certificate may vouch for code: it says nothing of its use, or that (RFC 5280,
   * 4.2.1.12).
   */
  public static boolean isForCode(X509Certificate certificate) {
    try {
      List<String> uses = certificate.getExtendedKeyUsage();
      return uses == null || uses.contains(CODE) || uses.contains(ANY);
    } catch (CertificateParsingException e) {
      // what can't be read allows nothing
      return false;
    }
  }
}
