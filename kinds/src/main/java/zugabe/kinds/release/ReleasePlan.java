package zugabe.kinds.release;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;
import zugabe.core.recipe.TrialSpec;

/**
 * A release for Erlang/OTP.
 *
 * @param name an atom
 * @param applications files of the user's applications
 * @param runtime files of an Erlang/OTP
 * @param carried whether the runtime travels along
 * @param config system configuration
 * @param firstRun {@code module:function}, called once
 */
record ReleasePlan(
    String name,
    List<OwnFile> applications,
    List<OwnFile> runtime,
    boolean carried,
    Optional<FileContent> config,
    Optional<String> firstRun,
    Optional<TrialSpec> trial,
    Where where)
    implements Digested {
  @Override
  public void addTo(PlanDigest digest) {
    digest
        .text("name", name)
        .files("application", applications)
        .files("runtime", runtime)
        .text("carried", carried)
        .file("config", config)
        .text("first", firstRun)
        .text("trial", trial);
  }
}
