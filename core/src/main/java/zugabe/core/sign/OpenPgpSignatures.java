package zugabe.core.sign;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Date;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import org.bouncycastle.bcpg.ArmoredOutputStream;
import org.bouncycastle.bcpg.HashAlgorithmTags;
import org.bouncycastle.openpgp.PGPException;
import org.bouncycastle.openpgp.PGPObjectFactory;
import org.bouncycastle.openpgp.PGPPublicKey;
import org.bouncycastle.openpgp.PGPPublicKeyRing;
import org.bouncycastle.openpgp.PGPSecretKeyRing;
import org.bouncycastle.openpgp.PGPSignature;
import org.bouncycastle.openpgp.PGPSignatureGenerator;
import org.bouncycastle.openpgp.PGPSignatureList;
import org.bouncycastle.openpgp.PGPSignatureSubpacketGenerator;
import org.bouncycastle.openpgp.PGPUtil;
import org.bouncycastle.openpgp.bc.BcPGPObjectFactory;
import org.bouncycastle.openpgp.operator.bc.BcPGPContentSignerBuilder;
import org.bouncycastle.openpgp.operator.bc.BcPGPContentVerifierBuilderProvider;
import zugabe.bytes.Content;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.keys.OpenPgp;
import zugabe.core.keys.OpenPgpKey;
import zugabe.core.keys.UnreadableException;

/** Detached signatures of OpenPGP (RFC 4880, section 11.4), in armour. */
final class OpenPgpSignatures {
  private OpenPgpSignatures() {}

  static byte[] sign(Content content, OpenPgpKey key, Instant now) throws IOException {
    try {
      PGPSignatureGenerator signing = signing(key);
      PGPSignatureSubpacketGenerator said = new PGPSignatureSubpacketGenerator();
      said.setIssuerFingerprint(false, key.signer());
      said.setSignatureCreationTime(false, Date.from(now));
      signing.setHashedSubpackets(said.generate());
      PGPSignatureSubpacketGenerator hint = new PGPSignatureSubpacketGenerator();
      hint.setIssuerKeyID(false, key.signer().getKeyID());
      signing.setUnhashedSubpackets(hint.generate());
      fed(content, signing::update);
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      try (ArmoredOutputStream armour = ArmoredOutputStream.builder().clearHeaders().build(out)) {
        signing.generate().encode(armour);
      }
      return out.toByteArray();
    } catch (UncheckedIOException e) {
      // the library's interface knows no other way for what a key says
      throw e.getCause();
    } catch (PGPException e) {
      throw new IOException("the signature can't be put together: " + e.getMessage(), e);
    }
  }

  private static PGPSignatureGenerator signing(OpenPgpKey key) throws PGPException {
    OpenPgpElsewhere elsewhere = new OpenPgpElsewhere(key);
    PGPSignatureGenerator signing =
        new PGPSignatureGenerator(
            key.isHere()
                ? new BcPGPContentSignerBuilder(
                    key.signer().getAlgorithm(), HashAlgorithmTags.SHA256)
                : elsewhere,
            key.signer());
    signing.init(
        PGPSignature.BINARY_DOCUMENT,
        key.own().map(OpenPgpKey.Own::signer).orElseGet(elsewhere::placeholder));
    return signing;
  }

  private interface Fed {
    void take(byte[] bytes, int from, int count);
  }

  private static void fed(Content content, Fed into) throws IOException {
    try (InputStream in = content.open()) {
      byte[] buffer = new byte[1 << 16];
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        into.take(buffer, 0, n);
      }
    }
  }

  /** Public keys of a file: a public key, or the public part of a secret one. */
  static List<PGPPublicKeyRing> rings(byte[] bytes) throws IOException {
    List<PGPPublicKeyRing> rings = new ArrayList<>();
    try (InputStream in = PGPUtil.getDecoderStream(new ByteArrayInputStream(bytes))) {
      PGPObjectFactory objects = new BcPGPObjectFactory(in);
      for (Object one = objects.nextObject(); one != null; one = objects.nextObject()) {
        if (one instanceof PGPPublicKeyRing ring) {
          rings.add(ring);
        } else if (one instanceof PGPSecretKeyRing secret) {
          List<PGPPublicKey> keys = new ArrayList<>();
          secret.getPublicKeys().forEachRemaining(keys::add);
          rings.add(new PGPPublicKeyRing(keys));
        }
      }
    }
    return rings;
  }

  /** Who signed; none when the signature isn't good. */
  static List<Verdict.Signer> verify(
      Content content, byte[] signature, Trust trust, Instant now, Where where, Findings findings)
      throws IOException {
    List<Verdict.Signer> signers = new ArrayList<>();
    PGPSignatureList list;
    try (InputStream in = PGPUtil.getDecoderStream(new ByteArrayInputStream(signature))) {
      Object first =
          UnreadableException.<Object, IOException>guard(
              () -> new BcPGPObjectFactory(in).nextObject());
      list = first instanceof PGPSignatureList l ? l : null;
    } catch (IOException e) {
      list = null;
    }
    if (list == null || list.isEmpty()) {
      SignerCheck.damaged(where, "it isn't an OpenPGP signature", findings);
      return signers;
    }
    for (PGPSignature one : list) {
      try {
        UnreadableException.<Optional<Verdict.Signer>, IOException>guard(
                () -> one(content, one, trust, now, where, findings))
            .ifPresent(signers::add);
      } catch (UnreadableException e) {
        SignerCheck.damaged(where, "a part of it isn't what it should be", findings);
      }
    }
    return signers;
  }

  private static Optional<Verdict.Signer> one(
      Content content,
      PGPSignature signature,
      Trust trust,
      Instant now,
      Where where,
      Findings findings)
      throws IOException {
    for (PGPPublicKeyRing ring : trust.openPgp()) {
      PGPPublicKey key = ring.getPublicKey(signature.getKeyID());
      if (key != null && isOf(ring, key)) {
        return by(ring, key, content, signature, now, where, findings);
      }
    }
    findings.add(
        SignCode.Z0203,
        where,
        "Nobody you trust has the key "
            + Long.toHexString(signature.getKeyID()).toUpperCase(java.util.Locale.ROOT)
            + " that signed it.",
        "Name the signer's public key with --trust, if you know it is his.");
    return Optional.empty();
  }

  /** Whether a subkey is bound to its primary key by both (section 11.1). */
  private static boolean isOf(PGPPublicKeyRing ring, PGPPublicKey key) throws IOException {
    if (key.isMasterKey()) {
      return true;
    }
    Iterator<PGPSignature> bindings = key.getSignaturesOfType(PGPSignature.SUBKEY_BINDING);
    while (bindings.hasNext()) {
      PGPSignature binding = bindings.next();
      try {
        binding.init(new BcPGPContentVerifierBuilderProvider(), ring.getPublicKey());
        if (binding.verifyCertification(ring.getPublicKey(), key)) {
          return true;
        }
      } catch (PGPException e) {
        return false;
      }
    }
    return false;
  }

  private static Optional<Verdict.Signer> by(
      PGPPublicKeyRing ring,
      PGPPublicKey key,
      Content content,
      PGPSignature signature,
      Instant now,
      Where where,
      Findings findings)
      throws IOException {
    int hash = signature.getHashAlgorithm();
    if (hash == HashAlgorithmTags.MD5
        || hash == HashAlgorithmTags.SHA1
        || hash == HashAlgorithmTags.RIPEMD160) {
      findings.add(
          SignCode.Z0205,
          where,
          "Its digest isn't SHA-256 or better.",
          "Ask for one that is signed with a current key.");
      return Optional.empty();
    }
    try {
      signature.init(new BcPGPContentVerifierBuilderProvider(), key);
      fed(content, signature::update);
      if (!signature.verify()) {
        findings.add(
            SignCode.Z0202,
            where,
            "The signature isn't one of this content.",
            "Get the file anew from where it came from.");
        return Optional.empty();
      }
    } catch (PGPException e) {
      SignerCheck.damaged(where, "its algorithm isn't known", findings);
      return Optional.empty();
    }
    String user =
        ring.getPublicKey().getUserIDs().hasNext() ? ring.getPublicKey().getUserIDs().next() : "";
    Instant made = signature.getCreationTime().toInstant();
    boolean ended =
        OpenPgp.end(ring.getPublicKey()).filter(e -> e.isBefore(made)).isPresent()
            || OpenPgp.end(key).filter(e -> e.isBefore(made)).isPresent();
    if (ended || made.isAfter(now.plusSeconds(86_400)) || ring.getPublicKey().hasRevocation()) {
      findings.add(
          SignCode.Z0206,
          where,
          "The key of " + user + " wasn't valid when it signed, or is revoked.",
          "Ask the signer for a signature by a current key.");
    }
    return Optional.of(
        new Verdict.Signer(
            user,
            "",
            "OpenPGP, SHA-"
                + (hash == HashAlgorithmTags.SHA512
                    ? "512"
                    : hash == HashAlgorithmTags.SHA384 ? "384" : "256"),
            OpenPgp.strength(key),
            OpenPgp.fingerprint(ring.getPublicKey()),
            Optional.of(user),
            Optional.empty()));
  }
}
