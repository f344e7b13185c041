package zugabe.core.sign;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Digests;
import zugabe.bytes.Regex;
import zugabe.core.keys.X509Key;
import zugabe.core.program.Version;
import zugabe.core.work.Workers;
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
      byte[] before, Map<String, byte[]> digests, Workers workers, X509Key key, Stamping stamping)
      throws IOException {
    return of(before, digests, workers, List.of(), new By(key, stamping));
  }

  /** Signs a package for phones by scheme v1: it tells of the schemes that stand beside it. */
  static JarSigning ofPackage(Map<String, byte[]> digests, Workers workers, X509Key key)
      throws IOException {
    return of(
        manifestOr(Optional.empty()),
        digests,
        workers,
        List.of(new Attribute(JarVerification.SCHEMES, "2, 3")),
        new By(key, Stamping.none()));
  }

  /** Who signs. */
  private record By(X509Key key, Stamping stamping) {}

  private static JarSigning of(
      byte[] before, Map<String, byte[]> digests, Workers workers, List<Attribute> more, By by)
      throws IOException {
    X509Key key = by.key();
    List<Section> parts = manifest(before, digests, workers);
    ByteArrayOutputStream whole = new ByteArrayOutputStream();
    for (Section part : parts) {
      whole.writeBytes(part.bytes());
    }
    byte[] manifest = whole.toByteArray();
    byte[] signed = signatureFile(manifest, parts, more, workers);
    String base = "META-INF/" + base(key.alias());
    byte[] block = Cms.sign(signed, key, by.stamping());
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

  /** A part of a manifest with the blank line that ends it; the first has no name. */
  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  private record Section(String name, byte[] bytes) {}

  /** What is there stays byte by byte: another signature may rest on it. */
  private static List<Section> manifest(byte[] before, Map<String, byte[]> digests, Workers workers)
      throws IOException {
    ManifestBytes old = ManifestBytes.of(before);
    Map<String, List<Attribute>> said = ManifestReader.read(before).manifest().sections();
    List<Section> parts = new ArrayList<>();
    parts.add(
        new Section(
            "", old.main().length == 0 ? Manifest.of(List.of()).encode() : ended(old.main())));
    for (Map.Entry<String, byte[]> section : old.sections().entrySet()) {
      String name = section.getKey();
      byte[] digest = digests.get(name);
      List<Attribute> attributes = said.getOrDefault(name, List.of());
      if (digest == null || says(attributes, digest)) {
        parts.add(new Section(name, ended(section.getValue())));
      } else {
        List<Attribute> kept = new ArrayList<>(attributes);
        kept.removeIf(a -> isDigest(a.name()));
        parts.add(section(name, kept, digest));
      }
    }
    List<String> fresh =
        digests.keySet().stream()
            .filter(n -> !old.sections().containsKey(n))
            .sorted(JarOrder::bytewise)
            .toList();
    parts.addAll(workers.map(fresh, n -> section(n, List.of(), digests.get(n))));
    return parts;
  }

  private static byte[] ended(byte[] part) {
    if (endsBlank(part)) {
      return part;
    }
    byte[] ended = Arrays.copyOf(part, part.length + 2);
    ended[part.length] = '\r';
    ended[part.length + 1] = '\n';
    return ended;
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

  private static Section section(String name, List<Attribute> more, byte[] digest) {
    List<Attribute> attributes = new ArrayList<>(more);
    attributes.add(new Attribute(DIGEST, Base64.getEncoder().encodeToString(digest)));
    return new Section(name, Manifest.section(name, attributes));
  }

  /** Digests of the manifest: whole, of its main attributes, and of each section. */
  private static byte[] signatureFile(
      byte[] manifest, List<Section> parts, List<Attribute> more, Workers workers)
      throws IOException {
    List<Attribute> main = new ArrayList<>();
    main.add(new Attribute("Signature-Version", "1.0"));
    main.add(new Attribute("Created-By", "zugabe " + Version.TEXT));
    main.addAll(more);
    main.add(new Attribute(DIGEST + "-Manifest", digest(manifest)));
    main.add(new Attribute(DIGEST + "-Manifest-Main-Attributes", digest(parts.get(0).bytes())));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(Manifest.main(main));
    workers
        .map(
            parts.subList(1, parts.size()),
            p -> Manifest.section(p.name(), List.of(new Attribute(DIGEST, digest(p.bytes())))))
        .forEach(out::writeBytes);
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
