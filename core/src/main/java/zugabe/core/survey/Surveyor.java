package zugabe.core.survey;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Future;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.FolderWalk;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.Nature;
import zugabe.core.materials.Recogniser;
import zugabe.core.materials.Recognition;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.classfile.ClassSketch;
import zugabe.formats.classfile.UnreadableClassException;

/** Walks a folder and looks at every file in it, on all workers. Links aren't followed. */
public final class Surveyor {
  private static final Map<String, String> FOLDERS =
      Map.ofEntries(
          Map.entry(".git", "version control"),
          Map.entry(".hg", "version control"),
          Map.entry(".svn", "version control"),
          Map.entry(".gradle", "a build's cache"),
          Map.entry(".mvn", "a build's settings"),
          Map.entry(".idea", "an editor's settings"),
          Map.entry(".settings", "an editor's settings"),
          Map.entry(".vscode", "an editor's settings"),
          Map.entry("node_modules", "a build's packages"),
          Map.entry("__pycache__", "a cache"),
          Map.entry("phone-stand-in", "what a phone that stands in holds"),
          Map.entry("maven-status", "a build's notes"),
          Map.entry("maven-archiver", "a build's notes"),
          Map.entry("surefire-reports", "test reports"),
          Map.entry("test-results", "test reports"),
          Map.entry("generated-sources", "sources"));

  private final Path root;
  private final String shown;
  private final Workers workers;
  private final Progress progress;
  private final Findings findings;
  private final List<Survey.Leftover> leftovers = new ArrayList<>();
  private final List<Looked> looked = new ArrayList<>();

  /** A larger script isn't one that somebody wrote to start a program. */
  private static final long MAX_SCRIPT = 1 << 18;

  /** A file that was looked at. */
  record Looked(Survey.Found found, Optional<ClassSketch> sketch, FileContent content) {}

  /**
   * @param shown the folder as the user named it
   */
  public Surveyor(Path root, String shown, Workers workers, Progress progress, Findings findings) {
    this.root = root;
    this.shown = shown;
    this.workers = workers;
    this.progress = progress;
    this.findings = findings;
  }

  /** Looks at everything. */
  public Survey run() throws IOException {
    FolderWalk walk = FolderWalk.over(root, FOLDERS.keySet());
    walk.skipped().forEach(this::skipped);
    walk.unreadable().forEach(path -> unreadable(path, "permission denied"));
    EarlierBuilds built = EarlierBuilds.among(walk.files());
    leftovers.addAll(built.leftovers(walk.files()));
    List<Future<Optional<Looked>>> work = new ArrayList<>();
    walk.files().stream()
        .filter(file -> !built.made(file.name()))
        .forEach(file -> work.add(workers.submit(() -> look(file))));
    int done = 0;
    for (Future<Optional<Looked>> one : work) {
      Workers.take(one).ifPresent(looked::add);
      progress.at("looking at files", ++done, work.size());
    }
    looked.sort(Comparator.comparing(l -> l.found().path()));
    return new Sorting(shown, looked, leftovers).survey();
  }

  private void skipped(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    leftovers.add(new Survey.Leftover(path + "/", FOLDERS.get(name)));
  }

  private void unreadable(String path, String why) {
    findings.add(
        MaterialCode.Z2003,
        Where.file(path),
        "\"" + path + "\" can't be read: " + why + ".",
        "Check its permissions.");
  }

  private Optional<Looked> look(FileContent content) {
    String path = content.name();
    try {
      Recognition what = Recogniser.recognise(path, content);
      what.damage()
          .ifPresent(
              damage ->
                  findings.add(
                      MaterialCode.Z2016,
                      Where.file(path),
                      damage,
                      "Create it again, or get a fresh copy."));
      PhoneFacts.add(content, what);
      return Optional.of(
          new Looked(
              new Survey.Found(
                  path,
                  content.size(),
                  what.nature() == Nature.SCRIPT ? started(content, what) : what),
              sketch(content, what),
              content));
    } catch (IOException e) {
      unreadable(path, e.getClass().getSimpleName());
      return Optional.empty();
    }
  }

  /** A script with what it starts, when that is a Java program. */
  private static Recognition started(FileContent content, Recognition script) throws IOException {
    if (content.size() > MAX_SCRIPT) {
      return script;
    }
    byte[] text = content.start((int) content.size());
    Optional<StartLine> start = StartLine.in(new String(text, StandardCharsets.UTF_8));
    start.ifPresent(
        s ->
            script
                .with("starts", s.main())
                .with("options", String.join("\n", s.options()))
                .with("arguments", String.join("\n", s.arguments()))
                .with("not read", String.join("\n", s.unread())));
    return script;
  }

  private static Optional<ClassSketch> sketch(FileContent content, Recognition what)
      throws IOException {
    if (what.nature() != Nature.CLASS || content.size() > ClassFacts.MAX_BYTES) {
      return Optional.empty();
    }
    try (InputStream in = content.open()) {
      return Optional.of(ClassSketch.decode(in.readAllBytes()));
    } catch (UnreadableClassException e) {
      return Optional.empty();
    }
  }
}
