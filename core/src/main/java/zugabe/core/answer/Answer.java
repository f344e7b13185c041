package zugabe.core.answer;

import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Code;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Severity;
import zugabe.core.icon.IconFile;
import zugabe.core.inspect.Inspection;
import zugabe.core.keys.KeyFacts;
import zugabe.core.kind.Form;
import zugabe.core.kind.Report;
import zugabe.core.receipt.Receipt;
import zugabe.core.rehearse.Phone;
import zugabe.core.rehearse.Rehearsal;
import zugabe.core.sign.SignedBy;
import zugabe.core.sign.Verdict;

/** The answer to one request. */
public sealed interface Answer {
  List<Finding> findings();

  /** No finding is an error. */
  default boolean ok() {
    return findings().stream().noneMatch(f -> f.severity() == Severity.ERROR);
  }

  /** 0 done, 1 errors, 2 no plan from the recipe's text, 3 the machine failed. */
  default int exitCode() {
    List<Finding> errors = findings().stream().filter(f -> f.severity() == Severity.ERROR).toList();
    if (errors.stream().anyMatch(f -> f.code().isAboutMachine())) {
      return 3;
    }
    if (errors.stream().anyMatch(f -> f.code().isAboutRecipe())) {
      return 2;
    }
    return errors.isEmpty() ? 0 : 1;
  }

  /**
   * A recipe looked at.
   *
   * @param recipe its file; empty when there is none
   */
  record Check(
      List<Finding> findings,
      String recipe,
      String app,
      String version,
      List<Intended> deliverables,
      List<KeyFacts> keys)
      implements Answer {}

  /**
   * What a deliverable will be.
   *
   * @param file its file name, or the stem of several
   */
  record Intended(
      String name, String kind, String file, Starts starts, Counts counts, Outcome outcome) {

    /**
     * What it starts.
     *
     * @param main class; empty for a library, or for several programs
     * @param java versions it runs on; empty for a library
     * @param isLibrary whether it is one that others load
     */
    public record Starts(String main, String java, boolean isLibrary) {}

    /** How many files and libraries go in. */
    public record Counts(int own, int libraries) {}

    /**
     * What comes out.
     *
     * @param files paths in the output folder
     * @param travel how libraries travel: merged, nested or beside; empty where there is no such
     *     choice
     * @param treatments files that a rule decided about
     * @param trees of a deliverable that installs something, one per platform
     * @param forms that the application's identity takes in it
     */
    public record Outcome(
        List<String> files,
        String travel,
        List<Report.Treatment> treatments,
        List<Installed> trees,
        List<Form> forms) {}
  }

  /**
   * An install tree.
   *
   * @param platform empty for one that serves all
   * @param lines in the order of the tree
   */
  record Installed(String platform, List<Line> lines) {
    /**
     * One entry.
     *
     * @param path folders end with a slash
     * @param mode as {@code ls} writes it
     * @param size in bytes; -1 for what isn't made yet
     * @param link target of a symbolic link, else empty
     * @param from the material, or what makes it
     */
    public record Line(String path, String mode, long size, String link, String from) {}
  }

  /**
   * Deliverables made.
   *
   * @param out the folder, as the user named it
   * @param removed files of earlier builds that were removed
   * @param rehearsals when they were asked for
   */
  record Build(
      List<Finding> findings,
      String out,
      Path folder,
      List<Receipt.Row> deliverables,
      List<String> removed,
      List<Rehearsed> rehearsals,
      long millis)
      implements Answer {}

  /** Things that were rehearsed. */
  record Rehearse(List<Finding> findings, List<Rehearsed> rehearsals) implements Answer {}

  /** A file looked at; no inspection when it isn't of a known kind. */
  record Inspect(List<Finding> findings, String file, Optional<Inspection> inspection)
      implements Answer {}

  /**
   * A folder looked at.
   *
   * @param survey empty when it can't be
   * @param draft a recipe for it; empty when nothing can be made of it
   * @param written where the draft was written, as a user would name it; empty when it wasn't
   * @param tried what was made of the draft and how it started; empty when that wasn't asked for
   */
  record Survey(
      List<Finding> findings,
      Optional<zugabe.core.survey.Survey> survey,
      String draft,
      String written,
      Optional<Build> tried)
      implements Answer {
    /** One that wasn't tried. */
    public Survey(
        List<Finding> findings,
        Optional<zugabe.core.survey.Survey> survey,
        String draft,
        String written) {
      this(findings, survey, draft, written, Optional.empty());
    }
  }

  /** A finding's long form, as Markdown. */
  record Explain(List<Finding> findings, Code code, String page) implements Answer {}

  /** All findings that there are. */
  record Codes(List<Finding> findings, List<Code> codes) implements Answer {}

  /** The demonstration: what was made and what it printed when started. */
  record Demo(
      List<Finding> findings, String folder, Build build, List<Rehearsed> started, long millis)
      implements Answer {}

  /**
   * Keys that were made, looked at or written elsewhere.
   *
   * @param action the command's second word, such as {@code new}
   * @param written files that were written, as the user would name them
   * @param recipe lines for the recipe that couldn't be added to it; empty when there are none
   */
  record Keys(
      List<Finding> findings,
      String action,
      List<KeyFacts> keys,
      List<String> written,
      String recipe)
      implements Answer {}

  /**
   * A file that was signed.
   *
   * @param written the signed file, the signature beside it, or the digest; empty for nothing
   * @param time that the second step has to name, in seconds; empty when it needn't
   */
  record Sign(
      List<Finding> findings,
      String file,
      String written,
      Optional<SignedBy> by,
      Optional<Instant> time)
      implements Answer {
    /** Nothing was signed. */
    public static Sign nothing(List<Finding> findings, String file) {
      return new Sign(findings, file, "", Optional.empty(), Optional.empty());
    }
  }

  /**
   * An icon that was looked at.
   *
   * @param written files that were made of it
   */
  record Icon(List<Finding> findings, String file, Optional<IconFile> icon, List<String> written)
      implements Answer {}

  /** Files that were verified. */
  record Verify(List<Finding> findings, List<Verdict> verdicts) implements Answer {}

  /**
   * What is on a phone, or on what stands in for one.
   *
   * @param phone what it is
   * @param written file with a picture; empty for none
   */
  record OfPhone(List<Finding> findings, String phone, List<Phone.App> apps, String written)
      implements Answer {}

  /** A deliverable, or a file, that was started. */
  record Rehearsed(String name, Rehearsal.Result result) {}
}
