package zugabe.core.keys;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is noticed about keys and the secrets that open them. */
public enum KeyCode implements Code {
  Z0101(ERROR, Basis.INPUT, "No secret", "Without it the key can't be used."),
  Z0102(
      WARNING,
      Basis.INPUT,
      "Others can read a secret",
      "Whoever can read the file can sign in your name."),
  Z0103(
      ERROR,
      Basis.INPUT,
      "Wrong password",
      "The key stays closed, and nothing can be signed with it."),
  Z0104(
      ERROR,
      Basis.INPUT,
      "Unusable key store",
      "A damaged store may be all that is left of a key; a backup restores it."),
  Z0105(
      ERROR,
      Basis.INPUT,
      "No such key",
      "A signature by another key than the one that is meant can't be taken back."),
  Z0106(
      ERROR,
      Basis.INPUT,
      "Certificates that don't belong together",
      "Whoever verifies the signature finds no way from the signer to somebody he trusts."),
  Z0107(
      ERROR,
      Basis.INPUT,
      "Certificate not valid now",
      "Signatures made outside of its dates are refused."),
  Z0108(
      WARNING,
      Basis.INPUT,
      "Certificate ends soon",
      "A new one takes days to get, and signatures without a timestamp end with it."),
  Z0109(ERROR, Basis.INPUT, "Weak key", "Signatures of such keys are refused, or can be forged."),
  Z0110(
      ERROR,
      Basis.INPUT,
      "Subject that can't be",
      "A certificate can't be changed; a wrong name in it stays for all its years."),
  Z0111(
      ERROR,
      Basis.INPUT,
      "Password that is guessed",
      "Whoever gets the file tries the common ones first, and then signs in your name."),
  Z0112(
      ERROR,
      Basis.INPUT,
      "There is such a file",
      "A key that is overwritten is lost, and with it every update of what it signed."),
  Z0113(
      WARNING,
      Basis.INPUT,
      "Refused by a store",
      "Stores and systems look at keys when it is too late to take another one."),
  Z0114(
      ERROR,
      Basis.INPUT,
      "Key for something else",
      "Readers of this form of signature don't know such keys.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  KeyCode(Severity severity, Basis basis, String title, String why) {
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
