package zugabe.core.survey;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Stream;
import zugabe.core.materials.Nature;

/** Writes a commented recipe for what a survey found. */
public final class RecipeDraft {
  private static final int MOST_LEFT_OUT = 30;

  private final Survey survey;
  private final Wishes wishes;
  private final StringBuilder out = new StringBuilder();

  /** Programs by their names in the recipe; of each folder of classes the likeliest one. */
  private final Map<String, Survey.Candidate> programs = new LinkedHashMap<>();

  /** The builds of each for several systems. */
  private final Map<String, SameProgram> builds = new LinkedHashMap<>();

  private final List<Survey.Candidate> others = new ArrayList<>();
  private final List<Draft> drafts = new ArrayList<>();
  private Proposal proposal;

  /** Whether somebody chose among the programs. */
  private boolean onlySome;

  private RecipeDraft(Survey survey, Wishes wishes) {
    this.survey = survey;
    this.wishes = wishes;
  }

  /** What a draft says when nobody wishes anything. */
  public static Wishes guesses(Survey survey) {
    RecipeDraft draft = new RecipeDraft(survey, Wishes.NONE);
    draft.choose();
    boolean java = draft.programs.values().stream().anyMatch(Survey.Candidate::isJava);
    AppDraft app = draft.app();
    return new Wishes(
        Optional.of(app.ownName().orElse(app.name(app.id()))),
        Optional.of(app.version().orElse("1.0.0")),
        Optional.empty(),
        app.licence().map(f -> f.what().form()).filter(f -> !f.isEmpty()),
        List.copyOf(draft.programs.keySet()),
        java ? Optional.of(draft.made(draft.carried())) : Optional.empty());
  }

  /**
   * The recipe's text; empty when there is nothing to make.
   *
   * @param nests whether jars may lie inside jars
   * @param kinds what each kind makes of it
   */
  public static Optional<String> of(
      Survey survey,
      Wishes wishes,
      Proposal.Around around,
      boolean nests,
      List<Function<Proposal, Draft>> kinds) {
    RecipeDraft draft = new RecipeDraft(survey, wishes);
    draft.choose();
    draft.onlySome =
        !wishes.programs().isEmpty() && !wishes.programs().containsAll(draft.programs.keySet());
    if (wishes.programs().stream().anyMatch(draft.programs::containsKey)) {
      draft.programs.keySet().retainAll(wishes.programs());
    }
    Carried carried = draft.carried();
    draft.proposal =
        new Proposal(
            survey,
            draft.programs,
            draft.builds,
            draft.programs.isEmpty() ? draft.libraries() : List.of(),
            wishes.make().orElse(draft.made(carried)),
            around,
            carried,
            nests);
    kinds.forEach(kind -> draft.drafts.add(kind.apply(draft.proposal)));
    return draft.drafts.stream().allMatch(x -> x.deliverables().isEmpty())
        ? Optional.empty()
        : Optional.of(draft.write());
  }

  private Carried carried() {
    AppDraft app = app();
    Set<String> apart = new TreeSet<>(PhoneParts.in(survey).paths());
    Stream.concat(app.icon().stream(), app.licence().stream())
        .map(Survey.Found::path)
        .forEach(apart::add);
    return new Carried(survey, programs, apart);
  }

  /** A jar holds no files that lie beside it, and finds no native libraries when it is opened. */
  private Wishes.Make made(Carried carried) {
    boolean java = programs.values().stream().anyMatch(Survey.Candidate::isJava);
    boolean more = !carried.data().isEmpty() || !carried.natives().isEmpty();
    return java && more ? Wishes.Make.INSTALLED : Wishes.Make.SINGLE;
  }

  /** Folders of classes without a program: a library of one's own. */
  private List<String> libraries() {
    return survey.classes().stream().filter(c -> !c.tests()).map(Survey.Classes::folder).toList();
  }

  private void choose() {
    boolean realOnes = survey.programs().stream().anyMatch(p -> !p.isScript());
    for (Survey.Candidate p : survey.programs()) {
      if (realOnes && p.isScript()) {
        // most scripts beside programs are those of developers
        others.add(p);
        continue;
      }
      boolean again =
          p.kind() != Survey.Kind.FILE
              && programs.values().stream()
                  .anyMatch(q -> q.own().equals(p.own()) && q.libraries().equals(p.libraries()));
      if (again) {
        others.add(p);
        continue;
      }
      if (builds.values().stream().anyMatch(b -> b.takes(p))) {
        continue;
      }
      String name = p.name();
      for (int i = 2; programs.containsKey(name); i++) {
        name = p.name() + "-" + i;
      }
      programs.put(name, p);
      builds.put(name, new SameProgram(p));
    }
  }

  private AppDraft app() {
    return new AppDraft(survey, wishes, programs, drafts);
  }

  private String write() {
    line("# Drafted from the files in this folder. Paths are relative to this file.");
    line("# Check it with: zugabe check. Then: zugabe build.");
    line("zugabe: 1");
    app().lines().forEach(this::line);
    drafts(Draft::roots);
    int before = out.length();
    line("");
    line("materials:                          # what the build left");
    int empty = out.length();
    programs.forEach(this::materials);
    files();
    drafts(Draft::materials);
    if (programs.isEmpty() && !libraries().isEmpty()) {
      line("  library:");
      line("    own: " + YamlText.list(libraries()));
    }
    if (out.length() == empty) {
      // what is made needs no group
      out.setLength(before);
    }
    if (programs.values().stream().anyMatch(RecipeDraft::isStarted)) {
      line("");
      line("programs:                           # what can be started");
      programs.forEach(this::program);
      others.stream()
          .limit(10)
          .forEach(
              p ->
                  line(
                      "  # "
                          + p.main()
                          + " could be started, too: "
                          + String.join(", ", p.reasons())));
    }
    line("");
    line("deliverables:                       # what goes out");
    drafts(Draft::deliverables);
    leftOut();
    return out.toString();
  }

  /** What programs find beside them where they are installed. */
  private void files() {
    proposal
        .files()
        .ifPresent(
            name -> {
              line("  " + name + ":" + YamlText.comment("what programs find beside them"));
              line("    own:");
              proposal.carried().written().forEach(d -> line("      - " + d));
            });
  }

  /** What was seen and isn't in the recipe, with the reason. */
  private void leftOut() {
    List<String> lines = new ArrayList<>();
    Set<String> read = new TreeSet<>();
    programs.values().forEach(p -> proposal.carried().script(p).ifPresent(f -> read.add(f.path())));
    for (Survey.Found f : survey.of(Nature.SCRIPT)) {
      if (read.contains(f.path())) {
        lines.add(f.path() + ": starts the program today; its options are taken over");
        proposal.carried().words(f, "options").stream()
            .filter(proposal.carried()::isPathOfNatives)
            .forEach(o -> lines.add("  " + o + " in it isn't: natives: are found by themselves"));
        proposal
            .carried()
            .words(f, "not read")
            .forEach(w -> lines.add("  " + w + " in it isn't: only the script knows its value"));
      } else if (programs.values().stream().anyMatch(p -> Carried.starts(f, p))) {
        lines.add(f.path() + ": starts the program today, too");
      } else if (!f.what().fact("starts").isEmpty()) {
        lines.add(f.path() + ": starts " + f.what().fact("starts") + ", which isn't here");
      } else if (proposal.carried().isLeft(f)) {
        lines.add(f.path() + ": a script; make it a program if users start it");
      }
    }
    boolean made =
        proposal.wants(Wishes.Make.INSTALLED)
            || proposal.files().isEmpty()
            || programs.values().stream().noneMatch(Survey.Candidate::isJava);
    if (!made) {
      proposal.carried().data().forEach(d -> lines.add(d + ": only an archive holds it"));
    }
    List<String> data = made ? proposal.carried().data() : List.of();
    Set<String> taken = new TreeSet<>();
    programs.values().forEach(p -> p.libraries().forEach(l -> taken.add(l.path())));
    survey.leftovers().stream()
        .filter(l -> !data.contains(l.path()) && !taken.contains(l.path()))
        .forEach(l -> lines.add(l.path() + ": " + l.why()));
    lonely().forEach(c -> lines.add(c + "/: classes that no program names"));
    if (!lines.isEmpty()) {
      line("");
      line("# Left out:");
      lines.stream().limit(MOST_LEFT_OUT).forEach(l -> line("#   " + l));
      if (lines.size() > MOST_LEFT_OUT) {
        line("#   and " + (lines.size() - MOST_LEFT_OUT) + " more; zugabe survey tells all");
      }
    }
  }

  /** Folders of classes that belong to no program. */
  private List<String> lonely() {
    return programs.isEmpty()
        ? List.of()
        : survey.classes().stream()
            .filter(c -> !c.tests())
            .map(Survey.Classes::folder)
            .filter(c -> survey.programs().stream().noneMatch(p -> belongs(c, p)))
            .toList();
  }

  private boolean belongs(String folder, Survey.Candidate p) {
    return p.own().contains(folder)
        || p.web().filter(w -> w.equals(".") || folder.startsWith(w + "/")).isPresent()
        || survey.classes().stream()
            .filter(c -> c.folder().equals(folder))
            .flatMap(c -> c.identity().jar().stream())
            .anyMatch(p.libraries()::contains);
  }

  /** What can't be built here, or wasn't chosen, is a comment, unless it is all there is. */
  private void drafts(Function<Draft, List<String>> lines) {
    for (Draft draft : drafts) {
      boolean counts = programs.isEmpty() || (draft.isReady() && !(onlySome && isApart(draft)));
      lines.apply(draft).forEach(l -> line(l.isEmpty() || counts ? l : "# " + l));
    }
  }

  /** Whether it is about something else than the programs. */
  private static boolean isApart(Draft draft) {
    return !draft.materials().isEmpty();
  }

  /** The program whose group of materials another one shares: files of one folder go in once. */
  private String group(String name) {
    Survey.Candidate p = programs.get(name);
    if (p.kind() != Survey.Kind.FILE || builds.get(name).isForSeveral()) {
      return name;
    }
    return programs.entrySet().stream()
        .filter(
            e ->
                e.getValue().kind() == Survey.Kind.FILE
                    && !builds.get(e.getKey()).isForSeveral()
                    && e.getValue().own().equals(p.own())
                    && !p.own().get(0).equals("."))
        .map(Map.Entry::getKey)
        .findFirst()
        .orElse(name);
  }

  private void materials(String name, Survey.Candidate p) {
    if (!group(name).equals(name)) {
      return;
    }
    line("  " + name + ":");
    if (builds.get(name).isForSeveral()) {
      line("    own-for:");
      builds
          .get(name)
          .folders()
          .forEach((on, at) -> line("      " + on + ": " + YamlText.path(at)));
      return;
    }
    if (p.kind() == Survey.Kind.FILE && p.own().get(0).equals(".")) {
      List<String> files = new ArrayList<>(List.of(p.main()));
      p.libraries().forEach(l -> files.add(l.path()));
      List<String> all = new ArrayList<>(files.stream().map(YamlText::path).toList());
      if (proposal.files().isEmpty()) {
        all.addAll(proposal.carried().written());
      }
      line("    own: [" + String.join(", ", all) + "]");
      return;
    }
    if (!p.own().isEmpty()) {
      line("    own: " + YamlText.list(p.own()));
    }
    p.web()
        .ifPresent(
            w -> {
              line("    web: " + YamlText.path(w));
              if (w.equals(".")) {
                line("    except: [zugabe.yaml, out]");
              }
            });
    if (p.kind() != Survey.Kind.FILE && !p.libraries().isEmpty()) {
      line("    libraries: " + YamlText.list(patterns(p.libraries())));
    }
    Map<String, List<String>> natives = proposal.carried().natives();
    if (p.isJava() && !natives.isEmpty()) {
      line("    natives:");
      natives.forEach((on, files) -> line("      " + on + ": " + YamlText.list(files)));
    }
  }

  /** A folder's jars as one pattern, when all of them are meant. */
  private List<String> patterns(List<Survey.Found> jars) {
    List<String> patterns = new ArrayList<>();
    for (String folder : new TreeSet<>(jars.stream().map(Survey.Found::folder).toList())) {
      List<Survey.Found> here = jars.stream().filter(j -> j.folder().equals(folder)).toList();
      String prefix = folder.equals(".") ? "" : folder + "/";
      boolean all =
          survey.libraries().stream().filter(j -> j.folder().equals(folder)).count() == here.size()
              && survey.leftovers().stream()
                  .noneMatch(l -> l.path().startsWith(prefix) && l.path().endsWith(".jar"));
      if (all) {
        patterns.add(prefix + "*.jar");
      } else {
        here.forEach(j -> patterns.add(j.path()));
      }
    }
    return patterns;
  }

  /** Whether it has a start of its own, without a server. */
  private static boolean isStarted(Survey.Candidate p) {
    return p.kind() != Survey.Kind.WEB || !p.main().isEmpty();
  }

  private void program(String name, Survey.Candidate p) {
    if (!isStarted(p)) {
      return;
    }
    line("  " + name + ":" + YamlText.comment(String.join("; ", builds.get(name).reasons())));
    line("    materials: " + group(name));
    if (builds.get(name).isForSeveral()) {
      line("    file: " + YamlText.scalar(builds.get(name).file()));
    } else if (p.kind() == Survey.Kind.FILE) {
      String folder = p.own().get(0).equals(".") ? "" : p.own().get(0) + "/";
      line(
          "    file: "
              + YamlText.scalar(
                  folder.isEmpty()
                      ? p.main().substring(p.main().lastIndexOf('/') + 1)
                      : p.main().substring(folder.length())));
      interpreter(p).ifPresent(i -> line("    interpreter: " + YamlText.scalar(i)));
    } else {
      line("    main: " + p.main());
      String module = Carried.module(survey, p);
      if (!module.isEmpty()) {
        line("    modules: {main: " + module + "}");
      }
    }
    line("    surface: " + p.surface());
    start(p);
    if (p.service()) {
      line(
          "    # service: {}                   # it waits for connections; this sets it up in the background");
    }
  }

  /** What a script says today, and where the program finds its files. */
  private void start(Survey.Candidate p) {
    if (p.isJava()) {
      proposal.carried().start(p).forEach(this::line);
    }
    boolean ownData =
        p.kind() == Survey.Kind.FILE
            && p.own().get(0).equals(".")
            && !proposal.carried().data().isEmpty();
    boolean beside =
        p.isJava() && proposal.files().isPresent() && proposal.wants(Wishes.Make.INSTALLED);
    if (ownData || beside) {
      line("    folder: program" + YamlText.comment("it starts where its files are"));
    }
  }

  private Optional<String> interpreter(Survey.Candidate p) {
    return survey.of(Nature.SCRIPT).stream()
        .filter(f -> f.path().equals(p.main()))
        .map(f -> f.what().form())
        .filter(f -> !f.isEmpty())
        .findFirst();
  }

  private void line(String text) {
    // a name with a line end in it must not begin a line of the recipe
    out.append(YamlText.oneLine(text.stripTrailing())).append('\n');
  }
}
