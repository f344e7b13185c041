package zugabe.core.inspect;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.archive.TarFile;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.MaterialCode;
import zugabe.formats.tar.TarReader;

/** Lists what is in a tar file, compressed or not. */
public final class TarInspector {
  /** A few bytes can stand for any number of entries. */
  private static final int MAX_ENTRIES = 300_000;

  private static final int MAX_NAMES = 1 << 24;

  private TarInspector() {}

  /** What is in it; empty when it is no tar file. A damaged one is a finding. */
  public static Optional<Inspection> inspect(String name, Content content, Findings findings)
      throws IOException {
    List<Inspection.Item> items = new ArrayList<>();
    ProgramsInside programs = new ProgramsInside();
    String format = "";
    long names = 0;
    try (TarFile tar = TarFile.open(content).orElse(null)) {
      if (tar == null) {
        return Optional.empty();
      }
      format = tar.format();
      TarReader reader = tar.reader();
      for (var entry = reader.next(); entry.isPresent(); entry = reader.next()) {
        TarReader.Entry e = entry.get();
        names += e.name().length();
        if (items.size() == MAX_ENTRIES || names > MAX_NAMES) {
          findings.add(
              MaterialCode.Z2018,
              Where.file(name),
              items.size() == MAX_ENTRIES
                  ? "It has more than 300,000 entries; only those are told."
                  : "The names of its entries have more than 16,777,216 characters in all; only "
                      + items.size()
                      + " are told.",
              "Look at it with a program for such files, if it is meant to be so.");
          break;
        }
        items.add(
            new Inspection.Item(e.name(), e.size(), e.size(), method(e, format), e.isFolder()));
        programs.add(e.name(), e.mode());
      }
    } catch (IOException e) {
      if (format.isEmpty()) {
        return Optional.empty();
      }
      findings.add(
          MaterialCode.Z2005,
          Where.file(name),
          "It is damaged: " + e.getMessage() + ".",
          "Get it again from where it came.");
    }
    return Optional.of(Inspection.of(format, content.size(), programs.start(), items));
  }

  private static String method(TarReader.Entry e, String format) {
    return e.type() == '2' ? "link" : format.equals("tar") ? "stored" : "in one stream";
  }
}
