package zugabe.core.survey;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.bytes.Regex;
import zugabe.core.android.PackageLayout;
import zugabe.core.android.PackageManifest;
import zugabe.core.materials.Nature;

/**
 * What of a folder goes into a package for phones, and nowhere else.
 *
 * @param resources folders of resources as sources
 * @param assets folders of files that the application reads by their names
 * @param paths of all files
 */
public record PhoneParts(Set<String> resources, Set<String> assets, Set<String> paths) {
  /** What the platform's own activity loads unless a manifest names another one. */
  public static final String FIRST = "libmain.so";

  private static final String TOP = ".";
  private static final String RESOURCES = "res";
  private static final String ASSETS = "assets";
  private static final String MANIFEST = PackageManifest.PATH;

  /** Kinds of resources that are folders of their own; those in values/ are told by their name. */
  private static final String TYPES =
      "(anim|animator|color|drawable|font|interpolator|layout|menu|mipmap|navigation|raw|transition|values|xml)(-.+)?";

  /** Finds them: byte code, packages, and folders of resources and assets with what lies beside. */
  public static PhoneParts in(Survey survey) {
    Set<String> resources = new TreeSet<>();
    Set<String> bases = new TreeSet<>();
    List<Survey.Found> found = survey.found();
    for (Survey.Found one : found) {
      String res = above(one.folder());
      String type = last(one.folder());
      boolean values = type.equals("values") || type.startsWith("values-");
      if (Regex.matches(type, TYPES)
          && (last(res).equals(RESOURCES) || (values && one.name().endsWith(".xml")))
          && !res.equals(TOP)) {
        resources.add(res);
        bases.add(above(res));
      }
      if (one.name().equals(MANIFEST)) {
        bases.add(one.folder());
      }
      if (one.what().nature() == Nature.DALVIK || one.name().endsWith(".dex")) {
        bases.add(one.folder());
        bases.add(above(one.folder()));
      }
    }
    Set<String> assets = new TreeSet<>();
    for (Survey.Found one : found) {
      assets(one.folder(), bases).ifPresent(assets::add);
    }
    Set<String> paths = new TreeSet<>();
    for (Survey.Found one : found) {
      boolean code = one.name().endsWith(".dex") || one.name().endsWith(".apk");
      boolean beside =
          bases.stream().anyMatch(p -> !p.equals(TOP) && isIn(one, p))
              && resources.stream().anyMatch(r -> isIn(one, above(r)));
      boolean part =
          resources.stream().anyMatch(r -> isIn(one, r))
              || assets.stream().anyMatch(a -> isIn(one, a));
      if (code || beside || part || one.name().equals(MANIFEST)) {
        paths.add(one.path());
      }
    }
    return new PhoneParts(resources, assets, paths);
  }

  /** Whether one starts in native code: a manifest says how, or a library has the usual name. */
  public static boolean startsNative(List<Survey.Found> found) {
    return !natives(found).isEmpty()
        && found.stream().anyMatch(f -> f.name().equals(MANIFEST) || f.name().equals(FIRST));
  }

  /** Native libraries, by the kind of processor that their folder is named after. */
  public static Map<String, Set<String>> natives(List<Survey.Found> found) {
    Map<String, Set<String>> all = new TreeMap<>();
    for (Survey.Found one : found) {
      String name = last(one.folder());
      if (one.name().endsWith(".so") && PackageLayout.PROCESSORS.contains(name)) {
        all.computeIfAbsent(name, n -> new TreeSet<>()).add(one.folder() + "/*.so");
      }
    }
    return all;
  }

  /** The folder of assets that a folder is in: one that lies where byte code or resources do. */
  private static Optional<String> assets(String folder, Set<String> bases) {
    for (String at = folder; !at.equals(TOP); at = above(at)) {
      if (last(at).equals(ASSETS) && bases.contains(above(at))) {
        return Optional.of(at);
      }
    }
    return Optional.empty();
  }

  private static boolean isIn(Survey.Found file, String folder) {
    return file.path().startsWith(folder + "/");
  }

  private static String above(String folder) {
    int slash = folder.lastIndexOf('/');
    return slash < 0 ? TOP : folder.substring(0, slash);
  }

  private static String last(String folder) {
    return folder.substring(folder.lastIndexOf('/') + 1);
  }
}
