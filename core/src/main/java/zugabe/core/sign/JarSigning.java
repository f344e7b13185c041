package zugabe.core.sign;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Digests;
import zugabe.bytes.Regex;
import zugabe.core.keys.X509Key;
import zugabe.core.program.Version;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.Manifest.Attribute;
import zugabe.formats.jar.ManifestBytes;
import zugabe.formats.jar.ManifestReader;

/**
 * The three files that sign a jar: a manifest with a digest of each entry, a signature file with
 * digests of the manifest's sections, and the signature of that file.
 *
 * @param manifest bytes of the manifest
 * @param signed path and bytes of the signature file
 * @param block path and bytes of the signature
 */
@SuppressWarnings("ArrayRecordComponent") // nobody compares them
public record JarSigning(byte[] manifest, File signed, File block) {
  static final String DIGEST = "SHA-256-Digest";

  /** A file right in META-INF. */
  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  public record File(String path, byte[] bytes) {}

  private static final int MOST_NAME = 8;

  /**
   * Signs.
   *
   * @param before the manifest that the jar has; what it says of entries stays
   * @param digests SHA-256 of each entry that is to be covered, by name
   */
  public static JarSigning of(
      byte[] before, Map<String, byte[]> digests, X509Key key, Stamping stamping)
      throws IOException {
    byte[] manifest = manifest(before, digests);
    byte[] signed = signatureFile(manifest);
    String base = "META-INF/" + base(key.alias());
    byte[] block = Cms.sign(signed, key, stamping);
    return new JarSigning(
        manifest,
        new File(base + ".SF", signed),
        new File(base + "." + new Signatory(key).blockEnding(), block));
  }

  /** Eight letters, digits, hyphens and underscores (specification, "Signature File"). */
  static String base(String alias) {
    String plain = Regex.replaceAll(alias.toUpperCase(Locale.ROOT), "[^A-Z0-9_-]", "_");
    return plain.substring(0, Math.min(plain.length(), MOST_NAME));
  }

  /** Whether an entry is to be covered: all but folders, the manifest, and signatures. */
  public static boolean isCovered(String name) {
    return !name.endsWith("/")
        && !name.equalsIgnoreCase(Manifest.PATH)
        && !JarOrder.isSignatureFile(name);
  }

  /** What is there stays byte by byte: another signature may rest on it. */
  private static byte[] manifest(byte[] before, Map<String, byte[]> digests) throws IOException {
    ManifestBytes old = ManifestBytes.of(before);
    Map<String, List<Attribute>> said = ManifestReader.read(before).manifest().sections();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(old.main().length == 0 ? Manifest.of(List.of()).encode() : old.main());
    if (old.main().length > 0 && !endsBlank(old.main())) {
      out.write("\r\n".getBytes(StandardCharsets.US_ASCII));
    }
    for (Map.Entry<String, byte[]> section : old.sections().entrySet()) {
      byte[] digest = digests.get(section.getKey());
      List<Attribute> attributes = said.getOrDefault(section.getKey(), List.of());
      if (digest == null || says(attributes, digest)) {
        out.write(section.getValue());
        if (!endsBlank(section.getValue())) {
          out.write("\r\n".getBytes(StandardCharsets.US_ASCII));
        }
      } else {
        List<Attribute> kept = new ArrayList<>(attributes);
        kept.removeIf(a -> isDigest(a.name()));
        out.write(section(section.getKey(), kept, digest));
      }
    }
    for (Map.Entry<String, byte[]> one :
        digests.entrySet().stream()
            .sorted((a, b) -> JarOrder.bytewise(a.getKey(), b.getKey()))
            .toList()) {
      if (!old.sections().containsKey(one.getKey())) {
        out.write(section(one.getKey(), List.of(), one.getValue()));
      }
    }
    return out.toByteArray();
  }

  private static boolean endsBlank(byte[] part) {
    String text = new String(part, StandardCharsets.ISO_8859_1);
    return text.endsWith("\n\n") || text.endsWith("\r\n\r\n") || text.endsWith("\r\r");
  }

  static boolean isDigest(String attribute) {
    return Regex.matches(attribute, "(?i).*-digest(-.*)?");
  }

  private static boolean says(List<Attribute> attributes, byte[] digest) {
    String text = Base64.getEncoder().encodeToString(digest);
    return attributes.stream()
        .anyMatch(a -> a.name().equalsIgnoreCase(DIGEST) && a.value().equals(text));
  }

  private static byte[] section(String name, List<Attribute> more, byte[] digest) {
    List<Attribute> attributes = new ArrayList<>(more);
    attributes.add(new Attribute(DIGEST, Base64.getEncoder().encodeToString(digest)));
    return Manifest.section(name, attributes);
  }

  /** Digests of the manifest: whole, of its main attributes, and of each section. */
  private static byte[] signatureFile(byte[] manifest) throws IOException {
    ManifestBytes parts = ManifestBytes.of(manifest);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(
        Manifest.main(
            List.of(
                new Attribute("Signature-Version", "1.0"),
                new Attribute("Created-By", "zugabe " + Version.TEXT),
                new Attribute(DIGEST + "-Manifest", digest(manifest)),
                new Attribute(DIGEST + "-Manifest-Main-Attributes", digest(parts.main())))));
    for (Map.Entry<String, byte[]> section : parts.sections().entrySet()) {
      out.write(
          Manifest.section(
              section.getKey(), List.of(new Attribute(DIGEST, digest(section.getValue())))));
    }
    return out.toByteArray();
  }

  private static String digest(byte[] bytes) {
    return Base64.getEncoder().encodeToString(Digests.sha256().digest(bytes));
  }

  /** A manifest without what earlier signatures rest on. */
  static byte[] withoutDigests(byte[] manifest) throws IOException {
    ManifestBytes old = ManifestBytes.of(manifest);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(old.main());
    for (Map.Entry<String, List<Attribute>> section :
        ManifestReader.read(manifest).manifest().sections().entrySet().stream()
            .sorted((a, b) -> JarOrder.bytewise(a.getKey(), b.getKey()))
            .toList()) {
      List<Attribute> kept = new ArrayList<>(section.getValue());
      kept.removeIf(a -> isDigest(a.name()));
      if (!kept.isEmpty()) {
        out.write(Manifest.section(section.getKey(), kept));
      }
    }
    return out.toByteArray();
  }

  /** The manifest that a jar without one gets. */
  static byte[] manifestOr(Optional<byte[]> found) {
    return found.orElseGet(() -> Manifest.of(List.of()).encode());
  }
}
