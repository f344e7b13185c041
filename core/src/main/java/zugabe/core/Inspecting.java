package zugabe.core;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.core.kind.Registry;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.Nature;
import zugabe.core.materials.Recogniser;
import zugabe.core.materials.Recognition;

/** Looks into one file. */
final class Inspecting {
  private final Path path;
  private final String shown;
  private final Registry kinds;
  private final Findings findings = new Findings();

  Inspecting(Path path, String shown, Registry kinds) {
    this.path = path;
    this.shown = shown;
    this.kinds = kinds;
  }

  Answer.Inspect run() {
    Optional<Inspection> inspection = Optional.empty();
    try {
      Optional<FileContent> content =
          NamedFile.content(
              path, shown, "Name a file; \"zugabe survey\" looks into folders.", findings);
      if (content.isPresent()) {
        inspection = look(content.get());
      }
    } catch (IOException e) {
      findings.add(
          MaterialCode.Z2003,
          Where.file(shown),
          "It can't be read: " + e.getMessage() + ".",
          "Check its permissions.");
    }
    return new Answer.Inspect(findings.sorted(), shown, inspection);
  }

  private Optional<Inspection> look(FileContent content) throws IOException {
    content.hold();
    try {
      Optional<Inspection> known = kinds.inspect(new Opened(shown, content), findings);
      return known.isPresent() || findings.hasErrors() ? known : recognised(content);
    } finally {
      content.release();
    }
  }

  private Optional<Inspection> recognised(FileContent content) throws IOException {
    Recognition known = Recogniser.recognise(shown, content);
    known
        .damage()
        .ifPresent(
            what ->
                findings.add(
                    MaterialCode.Z2016,
                    Where.file(shown),
                    what,
                    "Create it again, or get a fresh copy."));
    if (known.fault().isEmpty() && known.nature() == Nature.DATA) {
      findings.add(
          RequestCode.Z6001,
          Where.file(shown),
          "Its content doesn't say what it is.",
          "Nothing, if it is data that only your program knows.");
    }
    Map<String, String> facts = new LinkedHashMap<>();
    if (!known.platforms().isEmpty()) {
      facts.put("platform", String.join(", ", known.platforms()));
    }
    facts.putAll(known.facts());
    return Optional.of(Inspection.plain(known.kind(), content.size(), facts));
  }
}
