package zugabe.kinds.launcher;

import java.util.Optional;
import zugabe.core.jar.JarStyle;
import zugabe.core.materials.FileContent;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;

/**
 * What only this kind knows of a start program.
 *
 * @param file its file name
 * @param base what users' settings of it are named after
 * @param target which system it is a program of
 * @param window whether it has no console
 * @param beside where what it starts lies, when it isn't in it
 */
record LauncherDeliverable(
    String file,
    String base,
    Keys.Target target,
    boolean window,
    Running running,
    Appearance appearance,
    JarStyle style,
    Optional<Beside> beside)
    implements Digested {

  /** What users see, its files found. */
  record Appearance(Optional<FileContent> icon, Optional<FileContent> opening, Looks looks)
      implements Digested {
    int seconds() {
      int said = looks.opening().map(o -> o.seconds().value()).orElse(0);
      return said == 0 ? 15 : said;
    }

    @Override
    public void addTo(PlanDigest digest) {
      digest.file("icon", icon).file("opening", opening).part("looks", looks);
    }
  }

  /** The same, without a jar. */
  LauncherDeliverable starting(Beside what) {
    return new LauncherDeliverable(
        file, base, target, window, running, appearance, style, Optional.of(what));
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest
        .text("file", file)
        .text("base", base)
        .text("target", target)
        .text("window", window)
        .part("running", running)
        .part("appearance", appearance)
        .part("style", style)
        .part("beside", beside);
  }
}
