package zugabe.core.sign;

import java.io.IOException;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.core.keys.Fingerprints;
import zugabe.core.keys.X509Key;
import zugabe.formats.apk.Levels;
import zugabe.formats.apk.PackageSigner;
import zugabe.formats.apk.Rotation;
import zugabe.formats.apk.Scheme;
import zugabe.formats.apk.SignedData;
import zugabe.formats.apk.SigningBlock;
import zugabe.formats.certificate.DistinguishedName;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.zip.ZipListing;

/**
 * Who is said to have signed a package; nothing of it is verified.
 *
 * @param signers with their schemes
 * @param facts on the signing block: what it holds beside them, what no signature covers
 */
public record PackageSigners(List<String> signers, Map<String, String> facts) {
  private static final int FEW = 12;

  /** Reads them. */
  public static PackageSigners of(Content content, ZipListing listing) throws IOException {
    Map<String, List<String>> schemes = new LinkedHashMap<>();
    Map<String, String> facts = new LinkedHashMap<>();
    listing.entries().stream()
        .map(e -> e.name())
        .filter(
            n ->
                JarOrder.isSignatureFile(n) && n.toUpperCase(java.util.Locale.ROOT).endsWith(".SF"))
        .forEach(n -> add(schemes, "whoever made " + n, "v1"));
    try {
      Optional<PackageFile> apk = PackageFile.of(content, listing);
      if (apk.isPresent() && apk.get().block().isPresent()) {
        block(apk.get().block().get(), schemes, facts);
      }
    } catch (MalformedException e) {
      facts.put("signing block", "damaged: " + e.getMessage());
    }
    List<String> signers = new ArrayList<>();
    schemes.forEach((who, how) -> signers.add(who + " (" + String.join(", ", how) + ")"));
    return new PackageSigners(signers, facts);
  }

  private static void add(Map<String, List<String>> schemes, String who, String scheme) {
    schemes.computeIfAbsent(who, w -> new ArrayList<>()).add(scheme);
  }

  private static void block(
      SigningBlock block, Map<String, List<String>> schemes, Map<String, String> facts)
      throws IOException {
    List<String> others = new ArrayList<>();
    for (SigningBlock.Pair pair : block.pairs()) {
      Optional<Scheme> scheme = Scheme.of(pair.id());
      if (scheme.isPresent()) {
        for (PackageSigner signer : PackageSigner.decodeAll(scheme.get(), pair)) {
          signer(scheme.get(), signer, schemes, facts);
        }
      } else if (others.size() < FEW) {
        boolean padding = pair.id() == SigningBlock.PADDING;
        others.add(
            "0x%08x, %d bytes%s"
                .formatted(pair.id(), pair.value().length, padding ? " of padding" : ""));
      }
    }
    if (!others.isEmpty()) {
      facts.put("no signature covers", "in the signing block: " + String.join("; ", others));
    }
  }

  private static void signer(
      Scheme scheme,
      PackageSigner signer,
      Map<String, List<String>> schemes,
      Map<String, String> facts)
      throws IOException {
    SignedData data = signer.data();
    if (data.certificates().isEmpty()) {
      add(schemes, "nobody", scheme.word());
      return;
    }
    X509Certificate own = Trust.certificate(data.certificates().get(0));
    String levels = data.levels().map(Levels::toString).map(l -> " on " + l).orElse("");
    add(
        schemes,
        DistinguishedName.of(own.getSubjectX500Principal())
            + ", "
            + X509Key.strength(own)
            + ", SHA-256 "
            + Fingerprints.sha256(X509Key.encoded(own)),
        scheme.word() + levels);
    Optional<byte[]> proof = data.attribute(SignedData.PROOF_OF_ROTATION);
    if (proof.isPresent()) {
      List<String> earlier = new ArrayList<>();
      for (Rotation.Level level : Rotation.decode(proof.get()).levels()) {
        earlier.add(
            DistinguishedName.of(Trust.certificate(level.certificate()).getSubjectX500Principal()));
      }
      facts.put("keys followed each other", String.join(" → ", earlier));
    }
  }
}
