package zugabe.core.inspect;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.ArchiveFindings;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFault;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipListing;
import zugabe.formats.zip.ZipReader;

/** Lists what is in a zip file. */
public final class ZipInspector {
  private ZipInspector() {}

  /**
   * Reads the directory; what is odd about it is in the findings. Empty when it isn't a zip file.
   */
  public static Optional<ZipListing> listing(String name, Content content, Findings findings)
      throws IOException {
    try {
      ZipListing listing = ZipReader.read(content);
      listing.irregularities().forEach(i -> findings.add(ArchiveFindings.of(i, Where.file(name))));
      return Optional.of(listing);
    } catch (ZipFaultException e) {
      if (e.irregularity().fault() != ZipFault.NOT_AN_ARCHIVE || startsLikeZip(content)) {
        findings.add(ArchiveFindings.of(e.irregularity(), Where.file(name)));
      }
      return Optional.empty();
    }
  }

  private static boolean startsLikeZip(Content content) throws IOException {
    try (var in = content.open()) {
      byte[] start = in.readNBytes(4);
      return start.length == 4
          && start[0] == 'P'
          && start[1] == 'K'
          && start[2] == 3
          && start[3] == 4;
    }
  }

  /** The entries of a listing. */
  public static List<Inspection.Item> items(ZipListing listing) {
    return listing.entries().stream().map(ZipInspector::item).toList();
  }

  private static Inspection.Item item(ZipEntry e) {
    return new Inspection.Item(
        e.name(), e.size(), e.packedSize(), e.isDeflated() ? "deflated" : "stored", e.isFolder());
  }

  /** What is known of a zip file that is nothing more. */
  public static Inspection plain(Content content, ZipListing listing) {
    ProgramsInside programs = new ProgramsInside();
    listing.entries().forEach(e -> programs.add(e.name(), e.mode()));
    return Inspection.of("zip", content.size(), programs.start(), items(listing));
  }
}
