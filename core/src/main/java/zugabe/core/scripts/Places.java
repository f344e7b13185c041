package zugabe.core.scripts;

import java.util.List;
import java.util.Optional;

/**
 * Where start scripts find what they start, as paths relative to the program's folder, with {@code
 * /}.
 *
 * @param inBin whether the scripts lie in a folder {@code bin} of it, not in itself
 * @param file what is started: a jar, or another file
 * @param interpreter what runs that file: with a slash a path, else a command of the system
 * @param settings the settings file
 * @param modulePath jars and folders of jars, for a program on the module path
 * @param natives folder of native libraries
 * @param perPlatform whether that folder has one folder per platform
 */
public record Places(
    boolean inBin,
    String file,
    Optional<String> interpreter,
    String settings,
    List<String> modulePath,
    Optional<String> natives,
    boolean perPlatform) {

  /** Beside a jar with a folder {@code lib}. */
  public static Places beside(String jar, String settings, boolean natives) {
    return new Places(
        false,
        jar,
        Optional.empty(),
        settings,
        List.of("lib", jar),
        natives ? Optional.of("lib/native") : Optional.empty(),
        true);
  }
}
