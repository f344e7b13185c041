package zugabe.core.keys;

import java.io.IOException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.PrivateKey;
import java.security.Provider;
import java.security.ProviderException;
import java.security.Security;
import java.security.UnrecoverableKeyException;
import java.security.cert.Certificate;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.security.auth.login.FailedLoginException;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/**
 * A key on a token (PKCS #11), by its address (RFC 7512): {@code module-path} is the library that
 * talks to the token, {@code slot-id} where it is, {@code object} the key's label. The key doesn't
 * leave the token.
 */
final class Token {
  private static final String SCHEME = "pkcs11:";

  private final String address;
  private final Map<String, String> said = new LinkedHashMap<>();

  Token(String address) {
    this.address = address;
    for (String part : address.substring(SCHEME.length()).split("[;?&]", -1)) {
      int equals = part.indexOf('=');
      if (equals > 0) {
        said.put(
            part.substring(0, equals),
            URLDecoder.decode(
                part.substring(equals + 1).replace("+", "%2B"), StandardCharsets.UTF_8));
      }
    }
  }

  static boolean is(String store) {
    return store.startsWith(SCHEME);
  }

  /**
   * Opens the key; empty when it can't be, which is in the findings. A wrong number is tried once:
   * tokens lock themselves after a few.
   */
  Optional<SigningKey> open(
      String name, Optional<String> alias, Secret pin, Where where, Findings findings)
      throws IOException {
    String library = said.getOrDefault("module-path", "");
    if (!Files.isRegularFile(Path.of(library)) || !isPlain(library)) {
      unusable(where, "There is no library \"" + library + "\" (module-path)", findings);
      return Optional.empty();
    }
    try {
      Provider provider = provider(library);
      KeyStore store = KeyStore.getInstance("PKCS11", provider);
      store.load(null, pin.chars());
      return key(
          store,
          provider,
          name,
          alias.or(() -> Optional.ofNullable(said.get("object"))),
          where,
          findings);
    } catch (IOException e) {
      boolean wrong =
          e.getCause() instanceof FailedLoginException
              || e.getCause() instanceof UnrecoverableKeyException;
      if (wrong) {
        findings.add(
            KeyCode.Z0103,
            where,
            "The token doesn't take this PIN, or is locked.",
            "Check where it comes from before you try again: tokens lock themselves.");
      } else {
        unusable(where, "The token can't be used: " + e.getMessage(), findings);
      }
    } catch (GeneralSecurityException | ProviderException e) {
      unusable(where, "The token can't be used: " + reason(e), findings);
    }
    return Optional.empty();
  }

  private static String reason(Throwable e) {
    Throwable cause = e;
    while (cause.getCause() != null && cause.getCause() != cause) {
      cause = cause.getCause();
    }
    return String.valueOf(cause.getMessage());
  }

  private void unusable(Where where, String what, Findings findings) {
    findings.add(
        KeyCode.Z0104,
        where,
        what + ".",
        "Write it like pkcs11:slot-id=0;object=release?module-path=/usr/lib/softhsm/libsofthsm2.so.");
  }

  /** What stands in a line of the runtime's configuration. */
  private static boolean isPlain(String text) {
    return Regex.matches(text, "[^\"\\x00-\\x1f]+");
  }

  private Provider provider(String library) {
    String slot = said.getOrDefault("slot-id", "");
    String configuration =
        "--name=zugabe\nlibrary=\""
            + library
            + "\"\n"
            + (Regex.matches(slot, "\\d{1,18}") ? "slot=" + slot : "slotListIndex=0")
            + "\n";
    Provider plain = Security.getProvider("SunPKCS11");
    if (plain == null) {
      throw new ProviderException("this runtime has no module for tokens (jdk.crypto.cryptoki)");
    }
    return plain.configure(configuration);
  }

  private Optional<SigningKey> key(
      KeyStore store,
      Provider provider,
      String name,
      Optional<String> alias,
      Where where,
      Findings findings)
      throws GeneralSecurityException {
    Optional<String> chosen = KeyFile.chosen(store, alias, "the token", where, findings);
    if (chosen.isEmpty()) {
      return Optional.empty();
    }
    List<X509Certificate> chain = new ArrayList<>();
    for (Certificate c : store.getCertificateChain(chosen.get())) {
      chain.add((X509Certificate) c);
    }
    PrivateKey key = (PrivateKey) store.getKey(chosen.get(), null);
    Hand hand = Hand.token(Hand.own(key, Optional.of(provider)));
    return Optional.of(new X509Key(name, chosen.get(), hand, chain));
  }

  @Override
  public String toString() {
    return address;
  }
}
