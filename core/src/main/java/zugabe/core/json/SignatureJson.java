package zugabe.core.json;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.answer.Answer;
import zugabe.core.keys.KeyFacts;
import zugabe.core.sign.SignedBy;
import zugabe.core.sign.Verdict;

/** Keys, signatures and verdicts as JSON; times are of ISO 8601, in UTC. */
final class SignatureJson {
  private SignatureJson() {}

  static void keys(Map<String, Object> map, Answer.Keys k) {
    map.put("action", k.action());
    map.put("keys", k.keys().stream().map(SignatureJson::key).toList());
    map.put("written", k.written());
    map.put("recipe", k.recipe());
  }

  /** Whose a key is, and when it is valid. */
  static Map<String, Object> span(KeyFacts key) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("name", key.name());
    map.put("store", key.store());
    map.put("subject", key.who().subject());
    map.put("issuer", key.who().issuer());
    map.put("strength", key.strength());
    map.put("from", key.span().from().toString());
    key.span().until().ifPresent(u -> map.put("until", u.toString()));
    key.span().daysLeft().ifPresent(d -> map.put("daysLeft", d));
    return map;
  }

  private static Map<String, Object> key(KeyFacts key) {
    Map<String, Object> map = span(key);
    map.put("fingerprints", key.fingerprints());
    List<Object> uses = new ArrayList<>();
    key.uses()
        .forEach(
            (what, why) -> {
              Map<String, Object> use = new LinkedHashMap<>();
              use.put("what", what);
              use.put("ok", why.isEmpty());
              use.put("why", why);
              uses.add(use);
            });
    map.put("uses", uses);
    if (!key.follows().isEmpty()) {
      map.put("follows", key.follows());
    }
    return map;
  }

  static void sign(Map<String, Object> map, Answer.Sign x) {
    map.put("file", x.file());
    map.put("written", x.written());
    x.by().ifPresent(by -> map.put("signature", by(by)));
    x.time().ifPresent(t -> map.put("signedAt", t.toString()));
  }

  static Map<String, Object> by(SignedBy by) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("key", by.key());
    map.put("form", by.form());
    map.put("subject", by.subject());
    map.put("algorithm", by.algorithm());
    map.put("fingerprint", by.fingerprint());
    map.put("timestamp", by.stamped());
    return map;
  }

  static Optional<SignedBy> read(Tree tree) {
    return tree.text("key").isEmpty()
        ? Optional.empty()
        : Optional.of(
            new SignedBy(
                tree.text("key"),
                tree.text("form"),
                tree.text("subject"),
                tree.text("algorithm"),
                tree.text("fingerprint"),
                tree.isTrue("timestamp")));
  }

  static Map<String, Object> verdict(Verdict v) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("file", v.file());
    map.put("form", v.form());
    map.put("whole", v.whole());
    map.put("signers", v.signers().stream().map(SignatureJson::signer).toList());
    return map;
  }

  private static Map<String, Object> signer(Verdict.Signer s) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("subject", s.subject());
    map.put("issuer", s.issuer());
    map.put("algorithm", s.algorithm());
    map.put("strength", s.strength());
    map.put("fingerprint", s.fingerprint());
    s.anchor().ifPresent(a -> map.put("anchor", a));
    s.stamped().ifPresent(t -> map.put("timestamp", t.toString()));
    s.place()
        .ifPresent(
            p -> {
              map.put("scheme", p.scheme());
              if (!p.levels().isEmpty()) {
                map.put("platforms", p.levels());
              }
              if (!p.earlier().isEmpty()) {
                map.put("earlier", p.earlier());
              }
            });
    return map;
  }
}
