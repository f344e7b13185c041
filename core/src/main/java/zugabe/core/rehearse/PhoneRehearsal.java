package zugabe.core.rehearse;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;

/** Installs a package on a phone, compares what that shows, upgrades it, and removes it. */
final class PhoneRehearsal {
  private final Phone.Maker phones;
  private final Course.OnPhone course;

  PhoneRehearsal(Phone.Maker phones, Course.OnPhone course) {
    this.phones = phones;
    this.course = course;
  }

  /**
   * Tries it.
   *
   * @param folder of the package
   */
  Rehearsal.Result run(Path folder) throws IOException {
    long began = System.nanoTime();
    return Rehearsal.in(
        Place.create(),
        place -> {
          Phone phone = phones.in(place.work().resolve("phone"));
          String file = course.files().get(0);
          List<String> lines = new ArrayList<>();
          Optional<String> fault = Optional.empty();
          try {
            if (course.last().isPresent()) {
              lines.add("last     " + last(phone, course.last().get()));
            }
            Phone.App app = phone.install(folder.resolve(file));
            lines.add("label    " + app.label());
            lines.add("id       " + app.id());
            lines.add("version  " + app.versionName() + ", code " + app.versionCode());
            lines.add("signed   by scheme " + app.scheme() + ", " + app.signer());
            fault = difference(app);
            phone.install(folder.resolve(file));
            phone.remove(app.id());
            if (fault.isEmpty() && !phone.list().isEmpty()) {
              fault = Optional.of("it is still there after it was removed");
            }
          } catch (Phone.RefusedException e) {
            fault = Optional.of("the phone doesn't take it: " + e.getMessage());
          }
          return new Rehearsal.Result(
              "install " + file + " on " + phone.what(),
              new Outcome(0, true, fault),
              String.join("\n", lines) + "\n",
              lines,
              Map.of(),
              List.of(),
              TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - began));
        });
  }

  private String last(Phone phone, Path apk) throws IOException {
    try {
      Phone.App app = phone.install(apk);
      return app.versionName() + ", code " + app.versionCode();
    } catch (Phone.RefusedException e) {
      throw new Phone.RefusedException("the last release: " + e.getMessage());
    }
  }

  private Optional<String> difference(Phone.App is) {
    Phone.App wanted = course.expected();
    List<String> all = new ArrayList<>();
    compare("id", wanted.id(), is.id(), all);
    compare("label", wanted.label(), is.label(), all);
    compare("version", wanted.versionName(), is.versionName(), all);
    compare("version code", wanted.versionCode(), is.versionCode(), all);
    compare(
        "permissions", new TreeSet<>(wanted.permissions()), new TreeSet<>(is.permissions()), all);
    if (wanted.icon() && !is.icon()) {
      all.add("its icon can't be shown");
    }
    return all.isEmpty() ? Optional.empty() : Optional.of(String.join("; ", all));
  }

  private static void compare(String what, Object wanted, Object is, List<String> all) {
    if (!wanted.equals(is)) {
      all.add("its " + what + " is " + is + ", not " + wanted);
    }
  }
}
