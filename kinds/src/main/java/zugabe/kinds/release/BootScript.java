package zugabe.kinds.release;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import zugabe.formats.erlang.Term;

/**
 * Writes boot files (SASL, {@code script(4)}): instructions for the process {@code init}. What has
 * to be loaded before anything else, and the processes of the kernel, differ between versions of
 * the runtime; they are taken from its own boot file.
 */
final class BootScript {
  private final ErlangRuntime runtime;
  private final Applications applications;
  private final List<Term> instructions = new ArrayList<>();
  private final Set<String> loaded = new HashSet<>();

  private BootScript(ErlangRuntime runtime, Applications applications) {
    this.runtime = runtime;
    this.applications = applications;
  }

  /**
   * The boot file's term.
   *
   * @param starts whether the applications are started, or only kernel and stdlib
   */
  static Term of(
      String name,
      String version,
      ErlangRuntime runtime,
      Applications applications,
      boolean starts) {
    BootScript script = new BootScript(runtime, applications);
    script.fill(starts);
    return Term.tuple(
        Term.atom("script"),
        Term.tuple(Term.text(name), Term.text(version)),
        Term.list(script.instructions));
  }

  private static Term progress(String what) {
    return Term.tuple(Term.atom("progress"), Term.atom(what));
  }

  private static Term apply(String module, String function, Term... arguments) {
    return Term.tuple(
        Term.atom("apply"),
        Term.tuple(Term.atom(module), Term.atom(function), Term.list(List.of(arguments))));
  }

  private static String ebin(Application application) {
    return "$ROOT/lib/" + application.title() + "/ebin";
  }

  private static Term path(List<Application> of) {
    return Term.tuple(
        Term.atom("path"), Term.list(of.stream().map(a -> Term.text(ebin(a))).toList()));
  }

  private void fill(boolean starts) {
    head();
    List<Application> all = applications.ordered();
    List<Application> first = all.stream().filter(a -> isBasic(a)).toList();
    List<Application> started = starts ? all : first;
    for (Application application : started) {
      instructions.add(path(List.of(application)));
      List<Term> modules =
          application.atoms("modules").stream()
              .filter(loaded::add)
              .sorted()
              .map(Term::atom)
              .toList();
      instructions.add(Term.tuple(Term.atom("primLoad"), Term.list(modules)));
    }
    instructions.add(progress("modules_loaded"));
    instructions.add(path(all));
    runtime.boot().stream().filter(i -> i.isTuple("kernelProcess", 3)).forEach(instructions::add);
    instructions.add(progress("init_kernel_started"));
    for (Application application : started) {
      if (!application.name().equals("kernel")) {
        instructions.add(apply("application", "load", application.term()));
      }
    }
    instructions.add(progress("applications_loaded"));
    for (Application application : started) {
      if (!applications.isIncluded(application)) {
        instructions.add(
            apply(
                "application",
                "start_boot",
                Term.atom(application.name()),
                Term.atom("permanent")));
      }
    }
    instructions.add(progress("started"));
  }

  private static boolean isBasic(Application application) {
    return application.name().equals("kernel") || application.name().equals("stdlib");
  }

  /** Up to the end of the kernel's modules, as the runtime has it. */
  private void head() {
    for (Term instruction : runtime.boot()) {
      instructions.add(instruction);
      if (instruction.isTuple("primLoad", 2) || instruction.isTuple("preLoaded", 2)) {
        ((Term.Tuple) instruction)
            .items()
            .get(1)
            .asList()
            .orElse(List.of())
            .forEach(m -> m.asAtom().ifPresent(loaded::add));
      }
      if (instruction.equals(progress("kernel_load_completed"))) {
        return;
      }
    }
  }
}
