package zugabe.core;

import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import zugabe.core.rehearse.Phone;
import zugabe.core.work.Progress;

/**
 * Where a request is answered.
 *
 * @param here the folder the command was given in, absolute
 * @param environment its variables
 * @param jobs threads, 1 and more
 * @param progress is told what is being done
 * @param phones makes what stands in for phones, where there is such a thing
 */
public record Surroundings(
    Path here,
    Map<String, String> environment,
    int jobs,
    Progress progress,
    Optional<Phone.Maker> phones) {
  /** Where there are no phones. */
  public Surroundings(Path here, Map<String, String> environment, int jobs, Progress progress) {
    this(here, environment, jobs, progress, Optional.empty());
  }

  /** The same in another folder. */
  Surroundings in(Path folder) {
    return new Surroundings(folder, environment, jobs, progress, phones);
  }

  /** As the user would name it: relative when it lies below the folder the command was given in. */
  String shown(Path path) {
    Path absolute = here.resolve(path).normalize();
    if (absolute.equals(here)) {
      return ".";
    }
    return (absolute.startsWith(here) ? here.relativize(absolute) : absolute)
        .toString()
        .replace('\\', '/');
  }
}
