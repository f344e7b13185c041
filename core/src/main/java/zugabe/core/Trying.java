package zugabe.core;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.kind.Ready;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.RehearsalCode;
import zugabe.core.rehearse.Runtimes;
import zugabe.core.rehearse.Server;
import zugabe.core.rehearse.Stage;
import zugabe.core.rehearse.Subject;
import zugabe.core.work.Workers;

/** Rehearses what a request names. */
final class Trying {
  private final Surroundings around;
  private final Planning planning;
  private final Optional<Path> runtime;

  /**
   * @param runtime folder of the Java runtime to rehearse with; empty for the one that runs this
   */
  Trying(Surroundings around, Planning planning, Optional<Path> runtime) {
    this.around = around;
    this.planning = planning;
    this.runtime = runtime;
  }

  Rehearsing rehearsing(Findings findings) {
    Runtimes runtimes = new Runtimes(runtime.map(around.here()::resolve), around.environment());
    return new Rehearsing(runtimes, around.progress(), findings);
  }

  /**
   * What was built.
   *
   * @param server folder of a server for web archives
   */
  Answer.Rehearse built(Zugabe.Request request, Zugabe.Outlet outlet, Optional<Path> server) {
    Findings found = new Findings();
    Findings findings = new Findings();
    Optional<Server> known = server.flatMap(s -> server(s, findings));
    if (server.isPresent() && known.isEmpty()) {
      return new Answer.Rehearse(findings.sorted(), List.of());
    }
    Rehearsing rehearsing = rehearsing(findings);
    Path out = planning.out(request, outlet);
    try (Workers workers = Workers.of(around.jobs())) {
      Optional<Checked> checked = planning.look(request, workers, found);
      if (found.hasErrors() || checked.isEmpty()) {
        return new Answer.Rehearse(found.sorted(), List.of());
      }
      boolean named = !request.names().isEmpty();
      Stage stage =
          new Stage(
              around.shown(out) + "/",
              Machine.platform(),
              Machine.wine(around.environment()),
              known,
              around.phones(),
              named);
      for (Ready d : checked.get().ready()) {
        if (!named || request.names().contains(d.planned().name())) {
          rehearsing.run(d, out, stage);
        }
      }
    }
    if (known.isPresent() && !rehearsing.usedServer()) {
      notUsed(server.get(), findings);
    }
    return new Answer.Rehearse(findings.sorted(), rehearsing.done());
  }

  private void notUsed(Path server, Findings findings) {
    findings.add(
        RehearsalCode.Z6015,
        Where.file(around.shown(server)),
        "There is no web archive to try on it.",
        "Leave --server out, or name a web archive.");
  }

  private Optional<Server> server(Path folder, Findings findings) {
    try {
      Optional<Server> server = Server.in(around.here().resolve(folder).normalize());
      if (server.isEmpty()) {
        findings.add(
            RehearsalCode.Z6011,
            Where.file(around.shown(folder)),
            "There is neither lib/catalina.jar nor start.jar in it.",
            "Name the folder of a Tomcat (tested: 10.1) or of a Jetty home (tested: 12).");
      }
      return server;
    } catch (IOException e) {
      findings.add(
          RehearsalCode.Z6011,
          Where.file(around.shown(folder)),
          "It can't be read: " + e.getMessage() + ".",
          "Check its permissions.");
      return Optional.empty();
    }
  }

  /** A file that no recipe tells of. */
  Answer.Rehearse file(Path file, List<String> arguments, Optional<Path> server) {
    Findings findings = new Findings();
    Optional<Server> known = server.flatMap(s -> server(s, findings));
    if (server.isPresent() && known.isEmpty()) {
      return new Answer.Rehearse(findings.sorted(), List.of());
    }
    Rehearsing rehearsing = rehearsing(findings);
    Path path = around.here().resolve(file).normalize();
    Subject subject =
        new Subject(
            path.getParent(), List.of(path.getFileName().toString()), Optional.empty(), arguments);
    String folder =
        path.getParent().equals(around.here()) ? "" : around.shown(path.getParent()) + "/";
    boolean isWeb = path.getFileName().toString().endsWith(".war");
    if (known.isPresent() && !isWeb) {
      notUsed(server.get(), findings);
    }
    if (!rehearsing.isThere(subject, folder, "Check the name.")) {
      return new Answer.Rehearse(findings.sorted(), rehearsing.done());
    }
    if (known.isPresent() && isWeb) {
      Course.OnServer on =
          new Course.OnServer(
              known.get(), subject.files(), "", Optional.empty(), Course.OnServer.DEFAULT_LIMIT);
      rehearsing.runOn(around.shown(path), path.getParent(), folder, on);
    } else {
      rehearsing.run(around.shown(path), subject, folder);
    }
    return new Answer.Rehearse(findings.sorted(), rehearsing.done());
  }
}
