package zugabe.core;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.MalformedException;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.icon.IconFile;
import zugabe.core.icon.IconForms;
import zugabe.core.making.WholeFile;
import zugabe.core.materials.FileContent;

/** Looks at icons, and makes others of them. */
public final class Icons {
  private final Surroundings around;

  Icons(Surroundings around) {
    this.around = around;
  }

  /**
   * What is to be made.
   *
   * @param to a file whose ending says what, or a folder for a whole set
   * @param side of a PNG in pixels; 0 for the usual one
   */
  public record Wanted(Path to, int side, Optional<IconForms.Whole> set) {}

  /** What a file holds; with a wish, that is made as well. */
  public Answer.Icon icon(Path file, Optional<Wanted> wanted) throws IOException {
    Findings findings = new Findings();
    Path path = around.here().resolve(file).normalize();
    String shown = around.shown(path);
    Optional<FileContent> content =
        NamedFile.content(path, shown, "Name a picture in it.", findings);
    Optional<IconFile> icon =
        content.isPresent() ? IconFile.read(shown, content.get(), findings) : Optional.empty();
    List<String> written = new ArrayList<>();
    if (icon.isPresent() && wanted.isPresent()) {
      try {
        Wanted w = wanted.get();
        icon.get()
            .enlarged(
                IconForms.largest(ending(w.to()), w.side(), w.set()), Where.file(shown), findings);
        for (Map.Entry<Path, byte[]> one : made(icon.get(), w).entrySet()) {
          Path to = around.here().resolve(one.getKey());
          if (to.getParent() != null) {
            Files.createDirectories(to.getParent());
          }
          WholeFile.write(to, one.getValue());
          written.add(around.shown(to));
        }
      } catch (MalformedException e) {
        IconFile.unreadable(Where.file(shown), e, findings);
      }
    }
    return new Answer.Icon(findings.sorted(), shown, icon, written);
  }

  private static Map<Path, byte[]> made(IconFile icon, Wanted wanted) throws MalformedException {
    Map<Path, byte[]> files = new LinkedHashMap<>();
    if (wanted.set().isPresent()) {
      IconForms.all(icon, wanted.set().get())
          .forEach((name, bytes) -> files.put(wanted.to().resolve(name), bytes));
      return files;
    }
    files.put(wanted.to(), IconForms.file(icon, ending(wanted.to()), wanted.side()));
    return files;
  }

  private static String ending(Path file) {
    String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
    return name.substring(name.lastIndexOf('.') + 1);
  }
}
