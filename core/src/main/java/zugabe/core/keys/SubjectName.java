package zugabe.core.keys;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.naming.InvalidNameException;
import javax.naming.ldap.LdapName;
import javax.naming.ldap.Rdn;
import javax.security.auth.x500.X500Principal;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.Where;

/** Who a certificate is for: a distinguished name, as people write it (RFC 4514). */
public final class SubjectName {
  /** Those of RFC 4514, section 3, that certificates for signing have, and the mail address. */
  private static final List<String> FIELDS = List.of("CN", "O", "OU", "L", "ST", "C");

  private static final Pattern COUNTRY = Pattern.compile("(?:^|,)\\s*C\\s*=\\s*(\\+[^,]*)");

  /** Upper bound of most fields, in characters (RFC 5280, appendix A). */
  private static final int MOST = 64;

  private SubjectName() {}

  /** The name; empty when something in it can't be. */
  public static Optional<X500Principal> of(String text, Where where, Findings findings) {
    // a dialling code has a sign that means something else in such a name
    Matcher country = COUNTRY.matcher(text);
    if (country.find()) {
      field("C", country.group(1).strip(), where, findings);
      return Optional.empty();
    }
    List<Rdn> parts;
    try {
      parts = new LdapName(text).getRdns();
    } catch (InvalidNameException e) {
      wrong(where, "\"" + text + "\" isn't a distinguished name", findings);
      return Optional.empty();
    }
    List<String> seen = new ArrayList<>();
    boolean good = true;
    // the text names the most special field first, the certificate the most general one
    for (int i = parts.size() - 1; i >= 0; i--) {
      String field = parts.get(i).getType();
      String value = String.valueOf(parts.get(i).getValue());
      good &= field(field, value, where, findings);
      seen.add(field);
    }
    if (good && !seen.contains("CN")) {
      wrong(where, "There is no name in it (CN)", findings);
      good = false;
    }
    return good ? Optional.of(new X500Principal(text)) : Optional.empty();
  }

  private static void wrong(Where where, String what, Findings findings) {
    findings.add(
        KeyCode.Z0110,
        where,
        what + ".",
        "Write it like \"CN=Release Desk,O=Gannet Harbour Works,C=GB\".");
  }

  private static boolean field(String field, String value, Where where, Findings findings) {
    if (!FIELDS.contains(field)) {
      findings.add(
          KeyCode.Z0110,
          where,
          "There is no field \"" + field + "\"; known are " + String.join(", ", FIELDS) + ".",
          Nearest.hint(field, FIELDS));
      return false;
    }
    if (field.equals("C") && !Countries.isCode(value)) {
      String form = "\"" + value + "\" isn't a country's code of two letters (ISO 3166-1).";
      Optional<String> meant = Countries.meant(value);
      findings.add(
          KeyCode.Z0110,
          where,
          form,
          meant.map(c -> "Write C=" + c + ".").orElse("Write one such as C=GB or C=DE."));
      return false;
    }
    if (value.isBlank() || value.length() > MOST) {
      findings.add(
          KeyCode.Z0110,
          where,
          field
              + (value.isBlank()
                  ? " is empty."
                  : " has " + value.length() + " characters; " + MOST + " are the most."),
          value.isBlank() ? "Fill it in, or leave it out." : "Shorten it.");
      return false;
    }
    return true;
  }
}
