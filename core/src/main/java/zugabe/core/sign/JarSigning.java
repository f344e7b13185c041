package zugabe.core.sign;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import zugabe.bytes.Digests;
import zugabe.bytes.Regex;
import zugabe.core.keys.X509Key;
import zugabe.core.program.Version;
import zugabe.core.work.Workers;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.Manifest.Attribute;
import zugabe.formats.jar.ManifestBytes;
import zugabe.formats.jar.ManifestLines;
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

  /** Sections that are made at once. */
  private static final int RUN = 256;

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
    ManifestBytes old = ManifestBytes.of(before);
    byte[] main = old.main().length == 0 ? Manifest.of(List.of()).encode() : ended(old.main());
    List<Sections> sections = sections(before, old, digests, workers);
    byte[] manifest = joined(main, sections, Sections::bytes);
    byte[] signed = joined(signedMain(manifest, main, more), sections, Sections::signed);
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

  /**
   * Sections of the manifest, and those of the signature file that are about them.
   *
   * @param bytes each with the blank line that ends it
   */
  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  private record Sections(byte[] bytes, byte[] signed) {
    /** One that is there. */
    static Sections of(String name, byte[] bytes) {
      return new Sections(
          bytes, Manifest.section(name, List.of(new Attribute(DIGEST, digest(bytes)))));
    }

    /** New ones. */
    static Sections of(List<String> names, Map<String, byte[]> digests) {
      ManifestLines manifest = new ManifestLines();
      ManifestLines signed = new ManifestLines();
      MessageDigest digest = Digests.sha256();
      Base64.Encoder base64 = Base64.getEncoder();
      for (String name : names) {
        int start = manifest.size();
        add(manifest, name, base64.encodeToString(digests.get(name)));
        add(signed, name, base64.encodeToString(manifest.digest(digest, start)));
      }
      return new Sections(manifest.toByteArray(), signed.toByteArray());
    }

    private static void add(ManifestLines lines, String name, String digest) {
      lines.add("Name", name);
      lines.add(DIGEST, digest);
      lines.blank();
    }
  }

  private static byte[] joined(byte[] first, List<Sections> rest, Function<Sections, byte[]> part) {
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    all.writeBytes(first);
    rest.forEach(one -> all.writeBytes(part.apply(one)));
    return all.toByteArray();
  }

  /** What is there stays byte by byte: another signature may rest on it. */
  private static List<Sections> sections(
      byte[] before, ManifestBytes old, Map<String, byte[]> digests, Workers workers)
      throws IOException {
    Map<String, List<Attribute>> said = ManifestReader.read(before).manifest().sections();
    List<Sections> sections =
        new ArrayList<>(
            workers.map(
                List.copyOf(old.sections().entrySet()),
                s ->
                    Sections.of(
                        s.getKey(),
                        kept(
                            s.getKey(),
                            s.getValue().bytes(),
                            said.getOrDefault(s.getKey(), List.of()),
                            digests.get(s.getKey())))));
    List<String> fresh =
        digests.keySet().stream()
            .filter(n -> !old.sections().containsKey(n))
            .sorted(JarOrder::bytewise)
            .toList();
    List<List<String>> runs = new ArrayList<>();
    for (int at = 0; at < fresh.size(); at += RUN) {
      runs.add(fresh.subList(at, Math.min(fresh.size(), at + RUN)));
    }
    sections.addAll(workers.map(runs, names -> Sections.of(names, digests)));
    return sections;
  }

  /** A section that is there, with the entry's digest if it has another one or none. */
  private static byte[] kept(String name, byte[] bytes, List<Attribute> said, byte[] digest) {
    if (digest == null || says(said, digest)) {
      return ended(bytes);
    }
    List<Attribute> kept = new ArrayList<>(said);
    kept.removeIf(a -> isDigest(a.name()));
    return section(name, kept, digest);
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

  private static byte[] section(String name, List<Attribute> more, byte[] digest) {
    List<Attribute> attributes = new ArrayList<>(more);
    attributes.add(new Attribute(DIGEST, Base64.getEncoder().encodeToString(digest)));
    return Manifest.section(name, attributes);
  }

  /** A signature file's main attributes: digests of the manifest, whole and of its main section. */
  private static byte[] signedMain(byte[] manifest, byte[] main, List<Attribute> more) {
    List<Attribute> attributes = new ArrayList<>();
    attributes.add(new Attribute("Signature-Version", "1.0"));
    attributes.add(new Attribute("Created-By", "zugabe " + Version.TEXT));
    attributes.addAll(more);
    attributes.add(new Attribute(DIGEST + "-Manifest", digest(manifest)));
    attributes.add(new Attribute(DIGEST + "-Manifest-Main-Attributes", digest(main)));
    return Manifest.main(attributes);
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
