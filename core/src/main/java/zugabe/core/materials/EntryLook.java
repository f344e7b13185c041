package zugabe.core.materials;

import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.ManifestReader;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipPass;

/** Notes what a library is while its entries pass. */
final class EntryLook implements ZipPass.Visitor {
  private final ByteArrayOutputStream manifest = new ByteArrayOutputStream();
  private final ByteArrayOutputStream pom = new ByteArrayOutputStream();
  private int poms;
  private int highestMajor;
  private String highestClass = "";
  private final List<String> notClasses = new ArrayList<>();

  byte[] manifest() {
    return manifest.toByteArray();
  }

  /** Its one pom.properties: with several of them, whose version is whose can't be told. */
  Optional<byte[]> pom() {
    return poms == 1 ? Optional.of(pom.toByteArray()) : Optional.empty();
  }

  /** The highest major version of its classes; 0 without any. */
  int highestMajor() {
    return highestMajor;
  }

  String highestClass() {
    return highestClass;
  }

  List<String> notClasses() {
    return notClasses;
  }

  /** Adds what was noted of entries that stand behind these. */
  void add(EntryLook later) {
    manifest.writeBytes(later.manifest());
    if (poms == 0) {
      pom.writeBytes(later.pom.toByteArray());
    }
    poms += later.poms;
    if (later.highestMajor > highestMajor) {
      highestMajor = later.highestMajor;
      highestClass = later.highestClass;
    }
    notClasses.addAll(later.notClasses);
  }

  /** Whether an entry tells anything. */
  static boolean tells(ZipEntry entry) {
    return entry.name().equalsIgnoreCase(Manifest.PATH) || isPom(entry) || counts(entry);
  }

  private static boolean isPom(ZipEntry entry) {
    return entry.name().startsWith("META-INF/maven/") && entry.name().endsWith("/pom.properties");
  }

  private static boolean counts(ZipEntry entry) {
    return entry.name().endsWith(".class")
        && !entry.name().startsWith("META-INF/")
        && !entry.name().endsWith("module-info.class");
  }

  @Override
  public OutputStream content(ZipEntry entry) {
    if (entry.name().equalsIgnoreCase(Manifest.PATH)) {
      return entry.size() <= ManifestReader.MAX_BYTES ? manifest : null;
    }
    if (isPom(entry)) {
      // several of them: a library that has others merged in
      return ++poms == 1 && entry.size() < 65536 ? pom : null;
    }
    return counts(entry) ? new HeaderTap(entry) : null;
  }

  /** Looks at a class file's first bytes as they pass. */
  private final class HeaderTap extends OutputStream {
    private final ZipEntry entry;
    private final byte[] header = new byte[ClassFacts.HEADER_BYTES];
    private int count;

    HeaderTap(ZipEntry entry) {
      this.entry = entry;
    }

    @Override
    public void write(int b) {
      write(new byte[] {(byte) b}, 0, 1);
    }

    @Override
    public void write(byte[] bytes, int offset, int length) {
      int room = Math.min(length, header.length - count);
      System.arraycopy(bytes, offset, header, count, room);
      count += room;
    }

    @Override
    public void close() {
      if (count < header.length || !ClassFacts.isClass(header)) {
        notClasses.add(entry.name());
      } else if (ClassFacts.major(header) > highestMajor) {
        highestMajor = ClassFacts.major(header);
        highestClass = entry.name();
      }
    }
  }
}
