package zugabe.core.android;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.androidxml.XmlReader;
import zugabe.formats.arsc.Value;
import zugabe.formats.zip.ZipEntry;

/** What a package's compiled manifest says. */
public record PackageManifest(XmlElement root) {
  /** Its path in a package. */
  public static final String PATH = "AndroidManifest.xml";

  private static final int MOST_BYTES = 32 << 20;

  /** Elements that are components. */
  private static final List<String> COMPONENTS =
      List.of("activity", "activity-alias", "service", "receiver", "provider");

  /**
   * Reads one.
   *
   * @throws MalformedException when it is damaged
   */
  public static PackageManifest read(ZipEntry entry) throws IOException {
    if (entry.size() > MOST_BYTES) {
      throw new MalformedException("its manifest has " + entry.size() + " bytes", 0);
    }
    try (InputStream in = entry.open()) {
      return read(in.readAllBytes());
    }
  }

  /** Reads one. */
  public static PackageManifest read(byte[] bytes) throws IOException {
    XmlElement root = XmlReader.read(Content.of(bytes).access());
    if (!root.name().equals("manifest")) {
      throw new MalformedException("its manifest is of \"" + root.name() + "\"", 0);
    }
    return new PackageManifest(root);
  }

  private static Optional<Value> value(XmlElement in, String name) {
    return in.android(name, Platform.known().attributeNumber(name)).map(XmlAttribute::value);
  }

  private static Optional<String> text(XmlElement in, String name) {
    return in.android(name, Platform.known().attributeNumber(name)).map(XmlAttribute::shown);
  }

  private static Optional<Integer> number(XmlElement in, String name) {
    return value(in, name).filter(Value::isNumber).map(Value::number);
  }

  private static boolean isTrue(XmlElement in, String name) {
    return value(in, name).filter(v -> v.isNumber() && v.data() != 0).isPresent();
  }

  /** The application's id. */
  public String id() {
    return root.plain("package").map(XmlAttribute::shown).orElse("");
  }

  /** The version that phones compare; with the high half that newer platforms know. */
  public long versionCode() {
    long low = number(root, "versionCode").orElse(0) & 0xFFFF_FFFFL;
    return (long) number(root, "versionCodeMajor").orElse(0) << Integer.SIZE | low;
  }

  /** The version that people see: text, or a resource. */
  public Optional<Value> versionName() {
    return value(root, "versionName");
  }

  /** The lowest level of the platform's interfaces. */
  public int least() {
    return root.child("uses-sdk").flatMap(u -> number(u, "minSdkVersion")).orElse(1);
  }

  /** The level it was made for. */
  public int target() {
    return root.child("uses-sdk").flatMap(u -> number(u, "targetSdkVersion")).orElse(least());
  }

  /** The element {@code application}. */
  public Optional<XmlElement> application() {
    return root.child("application");
  }

  /** The name below its icon: text, or a resource. */
  public Optional<Value> label() {
    return application().flatMap(a -> value(a, "label"));
  }

  /** Its icon. */
  public Optional<Value> icon() {
    return application().flatMap(a -> value(a, "icon"));
  }

  /** Whether anybody who has the phone may look into the running program. */
  public boolean isDebuggable() {
    return application().filter(a -> isTrue(a, "debuggable")).isPresent();
  }

  /** Whether phones take it only from developers. */
  public boolean isTestOnly() {
    return application().filter(a -> isTrue(a, "testOnly")).isPresent();
  }

  /** What it asks for. */
  public List<String> permissions() {
    List<String> names = new ArrayList<>();
    for (XmlElement one : root.children()) {
      if (one.name().startsWith("uses-permission")) {
        text(one, "name").filter(n -> !names.contains(n)).ifPresent(names::add);
      }
    }
    return names;
  }

  /** What a phone has to have, or may have. */
  public List<String> features() {
    List<String> names = new ArrayList<>();
    for (XmlElement one : root.children("uses-feature")) {
      boolean optional =
          value(one, "required").filter(v -> v.isNumber() && v.data() == 0).isPresent();
      text(one, "name").ifPresent(n -> names.add(n + (optional ? " (optional)" : "")));
    }
    return names;
  }

  /** The same, by their names only. */
  public List<String> featureNames() {
    return root.children("uses-feature").stream().flatMap(f -> text(f, "name").stream()).toList();
  }

  /**
   * A part of the application that the platform starts.
   *
   * @param kind the element's name
   * @param name of the class, in full
   * @param exported whether others may start it; empty when the manifest doesn't say
   * @param launcher whether the launcher shows it
   * @param target of an alias: the activity that it stands for, in full
   * @param authorities of a provider: the names that others ask for it by
   */
  public record Component(
      String kind,
      String name,
      Optional<Boolean> exported,
      boolean filtered,
      boolean launcher,
      Optional<String> target,
      Optional<String> authorities) {
    /** What it has to be; empty for an alias, which has no class. */
    public Optional<Part> part() {
      return Part.of(kind);
    }
  }

  /** Its components. */
  public List<Component> components() {
    List<Component> all = new ArrayList<>();
    for (XmlElement one : application().map(XmlElement::children).orElse(List.of())) {
      if (COMPONENTS.contains(one.name())) {
        all.add(
            new Component(
                one.name(),
                className(text(one, "name").orElse("")),
                value(one, "exported").map(v -> v.data() != 0),
                one.child("intent-filter").isPresent(),
                one.children("intent-filter").stream().anyMatch(PackageManifest::launches),
                text(one, "targetActivity").map(this::className),
                text(one, "authorities")));
      }
    }
    return all;
  }

  /** The class of the whole application, and the one that saves its data, by what they are. */
  public Map<Part, String> whole() {
    Map<Part, String> all = new EnumMap<>(Part.class);
    application()
        .ifPresent(
            a -> {
              text(a, "name").ifPresent(n -> all.put(Part.APPLICATION, className(n)));
              text(a, "backupAgent").ifPresent(n -> all.put(Part.BACKUP, className(n)));
            });
    return all;
  }

  /**
   * Why phones don't take it.
   *
   * @param name of the component, which may have none
   * @param why as they tell when they read it
   */
  public record Refusal(String name, String why) {}

  /** All that phones don't take of it. */
  public List<Refusal> refusals() {
    List<Component> all = components();
    List<Refusal> told = new ArrayList<>();
    for (Component one : all) {
      if (one.name().isEmpty()) {
        told.add(new Refusal("", "an element \"" + one.kind() + "\" doesn't say android:name"));
      } else if (one.kind().equals("provider") && one.authorities().isEmpty()) {
        told.add(
            new Refusal(
                one.name(), "the provider " + one.name() + " doesn't say android:authorities"));
      } else if (one.kind().equals("activity-alias")) {
        String target = one.target().orElse("");
        if (all.stream().noneMatch(c -> c.kind().equals("activity") && c.name().equals(target))) {
          told.add(
              new Refusal(
                  one.name(),
                  "the alias "
                      + one.name()
                      + (target.isEmpty()
                          ? " doesn't say android:targetActivity"
                          : " stands for "
                              + target
                              + ", which isn't an activity of the manifest")));
        }
      }
    }
    return told;
  }

  /**
   * Libraries that the platform's own activity for native code loads: one for each such activity.
   */
  public List<String> nativeStarts() {
    List<String> names = new ArrayList<>();
    for (XmlElement one : application().map(XmlElement::children).orElse(List.of())) {
      if (one.name().equals("activity")
          && text(one, "name").filter("android.app.NativeActivity"::equals).isPresent()) {
        names.add(
            one.children("meta-data").stream()
                .filter(m -> text(m, "name").filter("android.app.lib_name"::equals).isPresent())
                .flatMap(m -> text(m, "value").stream())
                .findFirst()
                .orElse("main"));
      }
    }
    return names;
  }

  /** A class's name in full: one that starts with a dot is in the application's package. */
  public String className(String name) {
    if (name.startsWith(".")) {
      return id() + name;
    }
    return name.isEmpty() || name.indexOf('.') >= 0 ? name : id() + "." + name;
  }

  private static boolean launches(XmlElement filter) {
    return says(filter, "action", "android.intent.action.MAIN")
        && (says(filter, "category", "android.intent.category.LAUNCHER")
            || says(filter, "category", "android.intent.category.LEANBACK_LAUNCHER"));
  }

  private static boolean says(XmlElement filter, String element, String name) {
    return filter.children(element).stream()
        .anyMatch(e -> text(e, "name").filter(name::equals).isPresent());
  }
}
