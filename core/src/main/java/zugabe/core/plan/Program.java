package zugabe.core.plan;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.recipe.JavaRange;
import zugabe.core.recipe.ProgramSpec;
import zugabe.core.recipe.TrialSpec;

/**
 * Something that can be started.
 *
 * @param name in the recipe, or that of its group of materials
 * @param start what is started
 * @param surface where it shows itself, as far as the recipe says
 * @param options for the Java runtime
 * @param setup what an installation does with it
 */
public record Program(
    String name,
    Start start,
    Optional<ProgramSpec.Surface> surface,
    List<Located<String>> options,
    List<Located<String>> arguments,
    Setup setup,
    Optional<TrialSpec> trial,
    Where where)
    implements Digested {

  /** What may stand behind a program's name on Windows; nothing comes first. */
  public static final List<String> WINDOWS_ENDINGS = List.of("", ".exe", ".com", ".cmd", ".bat");

  /** What is started. */
  public sealed interface Start extends Digested {}

  /**
   * A class, by a Java runtime.
   *
   * @param main class name
   * @param java versions it runs on: as said, else from what the byte code needs
   * @param modules set when it runs on the module path
   * @param toolkit whether the class is one that a runtime refuses to start from the class path: a
   *     windowing toolkit's application class
   */
  public record JavaStart(String main, JavaRange java, Optional<Modules> modules, boolean toolkit)
      implements Start {
    @Override
    public void addTo(PlanDigest digest) {
      digest
          .text("main", main)
          .text("java", java.text())
          .part("modules", modules)
          .text("toolkit", toolkit);
    }
  }

  /**
   * A file, by the system or an interpreter.
   *
   * @param file below the program's own files
   * @param interpreter a path below the own files, or a command of the system
   */
  public record FileStart(String file, Optional<String> interpreter) implements Start {
    @Override
    public void addTo(PlanDigest digest) {
      digest.text("file", file).text("interpreter", interpreter);
    }
  }

  /** A main module and further ones to resolve. */
  public record Modules(String main, List<String> add, Where where) implements Digested {
    @Override
    public void addTo(PlanDigest digest) {
      digest.text("main", main).texts("add", add);
    }
  }

  /**
   * What an installation does with it.
   *
   * @param service set when it runs in the background
   * @param firstRun arguments it is started with once
   * @param folder that its start scripts go to
   */
  public record Setup(
      Optional<Service> service, Optional<List<String>> firstRun, ProgramSpec.Folder folder)
      implements Digested {
    /** Nothing. */
    public static final Setup NONE =
        new Setup(Optional.empty(), Optional.empty(), ProgramSpec.Folder.HOME);

    @Override
    public void addTo(PlanDigest digest) {
      digest.part("service", service).text("folder", folder).text("first", firstRun.isPresent());
      firstRun.ifPresent(f -> digest.texts("first", f));
    }
  }

  /**
   * A program that runs in the background.
   *
   * @param arguments behind the program's own
   * @param atBoot whether the system starts it
   * @param user account of a service of the system
   */
  public record Service(List<String> arguments, boolean atBoot, Optional<String> user)
      implements Digested {
    @Override
    public void addTo(PlanDigest digest) {
      digest.texts("argument", arguments).text("boot", atBoot).text("user", user);
    }
  }

  /** A program that no recipe names: found in the byte code. */
  static Program found(String name, JavaStart start, Where where) {
    return new Program(
        name, start, Optional.empty(), List.of(), List.of(), Setup.NONE, Optional.empty(), where);
  }

  public boolean isJava() {
    return start instanceof JavaStart;
  }

  /** The class that is started; empty for a program that isn't Java. */
  public String main() {
    return start instanceof JavaStart j ? j.main() : "";
  }

  /** Java versions it runs on. */
  public JavaRange java() {
    return start instanceof JavaStart j ? j.java() : new JavaRange(1, OptionalInt.empty());
  }

  public Optional<Modules> modules() {
    return start instanceof JavaStart j ? j.modules() : Optional.empty();
  }

  /** Whether it needs something in front of it: see {@link JavaStart#toolkit}. */
  public boolean needsRelay() {
    return start instanceof JavaStart j && j.toolkit() && j.modules().isEmpty();
  }

  /** What is run of a program that isn't Java. */
  public Optional<String> file() {
    return start instanceof FileStart f ? Optional.of(f.file()) : Optional.empty();
  }

  public Optional<String> interpreter() {
    return start instanceof FileStart f ? f.interpreter() : Optional.empty();
  }

  public Optional<Service> service() {
    return setup.service();
  }

  /** The folder that its start scripts go to. */
  public ProgramSpec.Folder folder() {
    return setup.folder();
  }

  /** That folder in words; empty when it is where the user is. */
  public Optional<String> startsIn() {
    return switch (folder()) {
      case HOME -> Optional.empty();
      case PROGRAM -> Optional.of("the program's folder");
      case DATA -> Optional.of("the folder of its data");
    };
  }

  public Optional<List<String>> firstRun() {
    return setup.firstRun();
  }

  /** Whether it shows a window, as far as the recipe says. */
  public boolean isWindow() {
    return surface.isPresent() && surface.get() == ProgramSpec.Surface.WINDOW;
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest
        .text("name", name)
        .part("start", start)
        .text("surface", surface)
        .located("option", options)
        .located("argument", arguments)
        .part("setup", setup)
        .text("trial", trial);
  }
}
