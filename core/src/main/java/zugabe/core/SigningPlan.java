package zugabe.core;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Severity;
import zugabe.core.keys.KeyCode;
import zugabe.core.keys.KeyFacts;
import zugabe.core.keys.KeyJudge;
import zugabe.core.keys.KeyRing;
import zugabe.core.keys.Secrets;
import zugabe.core.keys.SigningKey;
import zugabe.core.keys.X509Key;
import zugabe.core.kind.Registry;
import zugabe.core.making.Signers;
import zugabe.core.materials.Materials;
import zugabe.core.plan.Part;
import zugabe.core.plan.Planned;
import zugabe.core.recipe.KeySpec;
import zugabe.core.sign.FileSigning;
import zugabe.core.sign.PackageSignature;
import zugabe.core.sign.SignCode;
import zugabe.core.sign.SignatureForm;
import zugabe.core.sign.Stamping;
import zugabe.formats.classfile.ClassFacts;

/** Which keys sign what, opened before anything is written. */
final class SigningPlan {
  private static final int ANSWER_MILLIS = 20_000;

  private final Checked checked;
  private final Registry kinds;
  private final KeyRing ring;
  private final Clock clock;
  private final Findings findings;

  /** Keys with their stores, each once. */
  private final Map<SigningKey, String> used = new LinkedHashMap<>();

  private SigningPlan(
      Checked checked, Registry kinds, Secrets secrets, Clock clock, Findings findings) {
    this.checked = checked;
    this.kinds = kinds;
    this.ring =
        new KeyRing(checked.plan().folder(), checked.handover().keys(), secrets, clock.instant());
    this.clock = clock;
    this.findings = findings;
  }

  /** Opens what is needed; what can't be is in the findings. */
  static Signers open(
      Checked checked, Registry kinds, Secrets secrets, Clock clock, Findings findings)
      throws IOException {
    return new SigningPlan(checked, kinds, secrets, clock, findings).run();
  }

  /** Looks at the keys that open without asking anybody; that others don't is a note. */
  static List<KeyFacts> look(
      Optional<Checked> looked, Surroundings around, Registry kinds, Findings findings) {
    // with other errors there is no plan yet, and a missing store was told
    if (looked.filter(Checked::signs).isEmpty() || findings.hasErrors()) {
      return List.of();
    }
    Checked checked = looked.get();
    Findings seen = new Findings();
    List<KeyFacts> keys = new ArrayList<>();
    Clock clock = Clock.systemUTC();
    try (Secrets silent =
        new Secrets(checked.plan().folder(), around.environment(), Secrets.Asking.NOBODY)) {
      SigningPlan plan = new SigningPlan(checked, kinds, silent, clock, seen);
      plan.run();
      plan.used.forEach((k, store) -> keys.add(KeyFacts.of(k, store, clock.instant())));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    for (Finding f : seen.sorted()) {
      boolean closed = f.code() == KeyCode.Z0101;
      findings.add(
          closed ? new Finding(f.code(), Severity.NOTE, f.where(), f.what(), f.why(), f.fix()) : f);
    }
    return keys;
  }

  private Signers run() throws IOException {
    Map<String, Signers.Signer> signers = new LinkedHashMap<>();
    for (Planned d : checked.plan().deliverables()) {
      Located<String> sign = checked.plan().signs().get(d.name());
      if (sign != null) {
        List<SignatureForm> forms = kinds.of(d.kind()).signatures();
        Optional<Signers.Signer> signer = signer(sign, forms.get(0));
        signer.ifPresent(s -> signers.put(d.name(), s));
        if (signer.isPresent() && signer.get().form() == SignatureForm.IN_JAR) {
          readers(signer.get().key(), sign, d);
        }
        if (signer.isPresent() && signer.get().form() == SignatureForm.IN_PACKAGE) {
          phones((X509Key) signer.get().key(), sign, d);
        }
        if (signer.isPresent() && signer.get().form() == SignatureForm.IN_CODE) {
          system(signer.get().key(), sign, d);
        }
      }
    }
    Optional<Signers.Signer> sums =
        checked.handover().sign().isPresent()
            ? signer(checked.handover().sign().get(), SignatureForm.BESIDE)
            : Optional.empty();
    return new Signers(signers, sums);
  }

  /** What those who are to read a signature in a jar say of its key. */
  private void readers(SigningKey key, Located<String> sign, Planned d) throws IOException {
    String why = KeyJudge.uses(key).get(SignatureForm.IN_JAR.use());
    if (!why.isEmpty() && lowestJava(d) < KeyJudge.JARS_ED25519) {
      findings.add(
          KeyCode.Z0113,
          sign.where(),
          "The key \"" + key.name() + "\" isn't one for " + d.name() + ": " + why + ".",
          "Sign it with a key that zugabe key new --for java makes.");
    }
  }

  /** What phones and stores say of a key. */
  private void phones(X509Key key, Located<String> sign, Planned d) {
    Optional<String> refused = PackageSignature.refused(key);
    String why = refused.orElse(KeyJudge.uses(key).get(SignatureForm.IN_PACKAGE.use()));
    if (!why.isEmpty()) {
      findings.add(
          refused.isPresent() ? SignCode.Z0209 : KeyCode.Z0113,
          sign.where(),
          "The key \"" + key.name() + "\" isn't one for " + d.name() + ": " + why + ".",
          "Sign it with a key that zugabe key new --for android makes.");
    }
  }

  /** Windows tells of none but signatures by keys that it knows. */
  private void system(SigningKey key, Located<String> sign, Planned d) {
    KeyJudge.refusedByWindows((X509Key) key)
        .ifPresent(
            why ->
                findings.add(
                    SignCode.Z0209,
                    sign.where(),
                    "The key \"" + key.name() + "\" can't sign " + d.name() + ": " + why + ".",
                    "Sign it with a key that zugabe key new --for windows makes."));
  }

  /** The oldest Java that a deliverable is for: its programs', else its classes'. */
  private static int lowestJava(Planned d) throws IOException {
    int lowest = Integer.MAX_VALUE;
    for (Part part : d.parts()) {
      Optional<Materials.Highest> highest = part.materials().highest();
      int classes = highest.map(h -> ClassFacts.javaVersion(h.major())).orElse(1);
      lowest = Math.min(lowest, part.program().map(p -> p.java().from()).orElse(classes));
    }
    return lowest;
  }

  private Optional<Signers.Signer> signer(Located<String> name, SignatureForm form)
      throws IOException {
    Optional<SigningKey> key = ring.open(name.value(), name.where(), findings);
    if (key.isEmpty()) {
      return Optional.empty();
    }
    KeySpec spec = ring.spec(name.value(), name.where(), findings).orElseThrow();
    used.put(key.get(), spec.store().value());
    List<String> authorities = spec.timestamp().stream().map(Located::value).toList();
    Stamping stamping =
        new Stamping(authorities, ANSWER_MILLIS, clock, spec.store().where(), findings);
    if (form != SignatureForm.IN_PACKAGE) {
      FileSigning.unstamped(key.get(), stamping, spec.store().where(), findings);
    }
    return Optional.of(
        new Signers.Signer(
            key.get(), key.get() instanceof X509Key ? form : SignatureForm.BESIDE, stamping));
  }
}
