package zugabe.core.android;

import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** What of an application the platform makes objects of, by the class that it has to extend. */
public enum Part {
  ACTIVITY("android.app.Activity"),
  SERVICE("android.app.Service"),
  RECEIVER("android.content.BroadcastReceiver"),
  PROVIDER("android.content.ContentProvider"),
  APPLICATION("android.app.Application"),
  BACKUP("android.app.backup.BackupAgent"),
  FRAGMENT("android.app.Fragment"),
  VIEW("android.view.View");

  private final String root;

  Part(String root) {
    this.root = root;
  }

  /** The class of the platform that all of them extend. */
  public String root() {
    return root;
  }

  /** By its name in small letters. */
  static Optional<Part> of(String name) {
    return Stream.of(values())
        .filter(p -> p.name().toLowerCase(Locale.ROOT).equals(name))
        .findFirst();
  }
}
