package zugabe.formats.certificate;

import java.util.Map;
import javax.security.auth.x500.X500Principal;

/**
 * Names of holders and issuers as text (RFC 2253). Those of attributes that RFC lists no keyword
 * for, but certificates for code and older ones hold, are given here; their values would be
 * hexadecimal else.
 */
public final class DistinguishedName {
  private static final Map<String, String> KEYWORDS =
      Map.ofEntries(
          Map.entry("1.2.840.113549.1.9.1", "emailAddress"),
          Map.entry("2.5.4.4", "SN"),
          Map.entry("2.5.4.5", "serialNumber"),
          Map.entry("2.5.4.12", "title"),
          Map.entry("2.5.4.15", "businessCategory"),
          Map.entry("2.5.4.17", "postalCode"),
          Map.entry("2.5.4.42", "GN"),
          Map.entry("2.5.4.97", "organizationIdentifier"),
          Map.entry("1.3.6.1.4.1.311.60.2.1.1", "jurisdictionL"),
          Map.entry("1.3.6.1.4.1.311.60.2.1.2", "jurisdictionST"),
          Map.entry("1.3.6.1.4.1.311.60.2.1.3", "jurisdictionC"));

  private DistinguishedName() {}

  /** A name. */
  public static String of(X500Principal name) {
    return name.getName(X500Principal.RFC2253, KEYWORDS);
  }
}
