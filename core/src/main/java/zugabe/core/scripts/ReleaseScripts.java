package zugabe.core.scripts;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedRelease;

/** The script that starts a release for Erlang/OTP, and the settings file that it reads. */
public final class ReleaseScripts {
  private final Planned deliverable;
  private final PlannedRelease release;
  private final String erts;
  private final String otp;

  /**
   * @param erts version of the runtime system
   * @param otp release of the runtime
   */
  public ReleaseScripts(Planned deliverable, String erts, String otp) {
    this.deliverable = deliverable;
    this.release = deliverable.release().orElseThrow();
    this.erts = erts;
    this.otp = otp;
  }

  /** For POSIX shells. */
  public byte[] sh() throws IOException {
    return Template.filled("start-release.sh", values(), "\n");
  }

  /** The file in which users set what they like; everything in it is a comment. */
  public byte[] settings() throws IOException {
    return Template.filled("settings-release.txt", values(), "\n");
  }

  private Map<String, String> values() {
    Map<String, String> values = new LinkedHashMap<>();
    values.put(
        "TITLE",
        (deliverable.app().name() + " " + deliverable.app().version())
            .replaceAll("\\p{Cntrl}", " "));
    values.put("APP_NAME", deliverable.app().name().replaceAll("\\p{Cntrl}", " "));
    values.put("APP", deliverable.app().shortName());
    values.put("PROGRAM", release.name());
    values.put("QUOTED_PROGRAM", Words.quoted(release.name()));
    values.put("SETTINGS", "etc/" + release.name() + ".settings");
    values.put("SETTINGS_FILE", Words.quoted("etc/" + release.name() + ".settings"));
    values.put("UP", "..");
    values.put("VERSION", deliverable.app().version());
    values.put("ERTS", erts);
    values.put("OTP", otp);
    values.put("FIRST_RUN_CALL", release.firstRun().map(f -> f + "()").orElse(""));
    return values;
  }
}
