package zugabe.core.rehearse;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** A phone, or what stands in for one. */
public interface Phone {
  /** What it is, for messages. */
  String what();

  /**
   * Installs a package, or upgrades to it.
   *
   * @throws RefusedException when the phone doesn't take it
   */
  App install(Path apk) throws IOException;

  /** What is installed, by id. */
  List<App> list() throws IOException;

  /** Removes an application; nothing when it isn't there. */
  void remove(String id) throws IOException;

  /** What its launcher shows, as a PNG picture. */
  byte[] picture() throws IOException;

  /**
   * An application as the phone shows it.
   *
   * @param label in the phone's language
   * @param signer fingerprint of the certificate that counts on this phone
   * @param scheme by which it was verified
   * @param icon whether the launcher has a picture of it
   */
  record App(
      String id,
      String label,
      long versionCode,
      String versionName,
      List<String> permissions,
      String signer,
      String scheme,
      boolean icon) {
    public App {
      permissions = List.copyOf(permissions);
    }
  }

  /** A phone doesn't take a package. */
  final class RefusedException extends IOException {
    private static final long serialVersionUID = 1;

    /**
     * @param why as a sentence without its full stop
     */
    public RefusedException(String why) {
      super(why);
    }
  }

  /** Makes phones. */
  interface Maker {
    /** A new one, whose applications lie in a folder. */
    Phone in(Path folder) throws IOException;
  }
}
