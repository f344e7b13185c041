package zugabe.kinds;

import java.util.List;
import zugabe.core.kind.Registry;
import zugabe.core.kind.Registry.Line;
import zugabe.kinds.apk.ApkKind;
import zugabe.kinds.archive.ArchiveKind;
import zugabe.kinds.jar.JarKind;
import zugabe.kinds.launcher.LauncherKind;
import zugabe.kinds.release.ReleaseKind;
import zugabe.kinds.war.WarKind;

/** The kinds of deliverables there are. */
public final class Kinds {
  private Kinds() {}

  /** One line a kind; those that look closely at a file come before those that take much. */
  public static Registry registry() {
    return new Registry(
        List.of(
            new Line("war", WarKind::new),
            new Line("windows-launcher", LauncherKind::new),
            new Line("apk", ApkKind::new),
            new Line("jar", JarKind::new),
            new Line("release", ReleaseKind::new),
            new Line("archive", ArchiveKind::new)));
  }
}
