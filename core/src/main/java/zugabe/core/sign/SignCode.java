package zugabe.core.sign;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.NOTE;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is noticed where something is signed, timestamped or verified. */
public enum SignCode implements Code {
  Z0201(ERROR, Basis.INPUT, "Not signed", "Nobody says where it comes from."),
  Z0202(ERROR, Basis.INPUT, "Changed after it was signed", "It isn't what the signer made."),
  Z0203(
      ERROR,
      Basis.INPUT,
      "Unknown signer",
      "Anybody can sign in any name; what counts is who vouches for the signer."),
  Z0204(
      ERROR,
      Basis.INPUT,
      "Not covered by the signature",
      "It was added by somebody, after the signer was done."),
  Z0205(
      ERROR,
      Basis.INPUT,
      "Signature by a weak algorithm",
      "Such signatures can be forged, so readers treat them as none."),
  Z0206(
      ERROR,
      Basis.INPUT,
      "Certificate wasn't valid",
      "Nothing shows that it was signed while the signer's certificate was valid."),
  Z0207(ERROR, Basis.INPUT, "Damaged signature", "What can't be read can't be verified."),
  Z0208(
      ERROR,
      Basis.INPUT,
      "File that readers see differently",
      "One reader verifies one thing, and another runs something else."),
  Z0209(
      ERROR,
      Basis.INPUT,
      "Can't be signed",
      "A signature that no reader of such files looks for protects nobody."),
  Z0210(
      ERROR,
      Basis.INPUT,
      "Signed already",
      "Two signatures where one is meant, or a lost one, can't be told apart later."),
  Z0211(
      ERROR,
      Basis.INPUT,
      "No signature",
      "The key, or whoever signs for it, doesn't answer with a signature that verifies."),
  Z0212(
      WARNING,
      Basis.INPUT,
      "Signature that some phones don't read",
      "A phone refuses a package when it finds no signature of a scheme that it knows."),
  Z0301(
      ERROR,
      Basis.MACHINE,
      "No timestamp",
      "Without one, the signature ends with its certificate."),
  Z0302(
      WARNING,
      Basis.INPUT,
      "Timestamp that can't be trusted",
      "A time that nobody vouches for doesn't count."),
  Z0303(
      NOTE, Basis.INPUT, "Signed without a timestamp", "The signature ends with its certificate.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  SignCode(Severity severity, Basis basis, String title, String why) {
    this.severity = severity;
    this.basis = basis;
    this.title = title;
    this.why = why;
  }

  @Override
  public Facts facts() {
    return new Facts(severity, basis, title, why);
  }
}
