package zugabe.kinds.release;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import zugabe.bytes.Regex;
import zugabe.core.plan.Identity;
import zugabe.core.scripts.Template;
import zugabe.core.scripts.Words;

/** The script that starts a release for Erlang/OTP, and the settings file that it reads. */
final class ReleaseScripts {
  private final Identity app;
  private final ReleasePlan release;
  private final String erts;
  private final String otp;

  /**
   * @param erts version of the runtime system
   * @param otp release of the runtime
   */
  ReleaseScripts(Identity app, ReleasePlan release, String erts, String otp) {
    this.app = app;
    this.release = release;
    this.erts = erts;
    this.otp = otp;
  }

  /** For POSIX shells. */
  byte[] sh() throws IOException {
    return Template.filled("kinds/release/start-release.sh", values(), "\n");
  }

  /** The file in which users set what they like; everything in it is a comment. */
  byte[] settings() throws IOException {
    return Template.filled("kinds/release/settings-release.txt", values(), "\n");
  }

  private Map<String, String> values() {
    Map<String, String> values = new LinkedHashMap<>();
    values.put("TITLE", Regex.replaceAll((app.name() + " " + app.version()), "\\p{Cc}", " "));
    values.put("APP_NAME", Regex.replaceAll(app.name(), "\\p{Cc}", " "));
    values.put("APP", app.shortName());
    values.put("PROGRAM", release.name());
    values.put("QUOTED_PROGRAM", Words.quoted(release.name()));
    values.put("SETTINGS", "etc/" + release.name() + ".settings");
    values.put("SETTINGS_FILE", Words.quoted("etc/" + release.name() + ".settings"));
    values.put("UP", "..");
    values.put("VERSION", app.version());
    values.put("ERTS", erts);
    values.put("OTP", otp);
    values.put("FIRST_RUN_CALL", release.firstRun().map(f -> f + "()").orElse(""));
    return values;
  }
}
