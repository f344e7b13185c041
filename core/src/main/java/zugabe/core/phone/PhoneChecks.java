package zugabe.core.phone;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.core.android.Interfaces;
import zugabe.core.android.PackageLayout;
import zugabe.core.android.PackageManifest;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.OwnFile;
import zugabe.formats.dex.Dex;
import zugabe.formats.dex.DexLinks;
import zugabe.formats.dex.DexNames;

/** What is wrong with an application for phones, as far as its files tell. */
public final class PhoneChecks {
  private static final int EXPORTED_SINCE = 31;

  /** Stores take no new application below, and phones from Android 14 on none below 23. */
  private static final int TARGET = 34;

  private static final Set<String> KEYS =
      Set.of("jks", "keystore", "p12", "pfx", "pem", "key", "bks");
  private static final Set<String> SOURCES = Set.of("java", "kt", "kts", "gradle", "class");

  private final Sources sources;
  private final PhoneApp app;
  private final Where where;
  private final Findings findings;

  public PhoneChecks(Sources sources, PhoneApp app, Where where, Findings findings) {
    this.sources = sources;
    this.app = app;
    this.where = where;
    this.findings = findings;
  }

  /** Looks at all. */
  public void run() throws IOException {
    PackageManifest manifest = app.manifest();
    classes(manifest);
    Map<String, DexLinks> code = new CodeLinks(manifest.least(), findings).run(app.code());
    new NamedFiles(entries(), findings).run(code);
    new PermissionChecks(manifest, where, findings).run(code);
    AppClasses classes = new AppClasses(code.values());
    new ManifestClasses(app, where, findings).run(classes);
    new LayoutClasses(classes, this::source, findings).run(app.entries());
    for (PackageManifest.Component one : manifest.components()) {
      component(one, manifest);
    }
    if (manifest.components().stream().noneMatch(PackageManifest.Component::launcher)) {
      findings.add(
          PhoneCode.Z5311,
          where,
          "No activity is one for the launcher.",
          "Write activities: with one, or launcher: true for one of them.");
    }
    out(manifest);
    new NativeChecks(sources.natives(), where, findings).run();
    manifest.nativeStarts().forEach(this::nativeStart);
    shipped();
  }

  private void component(PackageManifest.Component one, PackageManifest manifest) {
    if (one.exported().isEmpty() && one.filtered() && manifest.target() >= EXPORTED_SINCE) {
      findings.add(
          PhoneCode.Z5305,
          source(PhoneApp.named(one.name())),
          "The "
              + one.kind()
              + " "
              + one.name()
              + " answers others, but android:exported isn't said.",
          "Write android:exported in the manifest: true for what the launcher shows.");
    }
  }

  /** A library that the platform loads before anything of the application runs. */
  private void nativeStart(String library) {
    String file = "lib" + library + ".so";
    Set<String> processors = new TreeSet<>(sources.natives().keySet());
    Set<String> have = new TreeSet<>();
    sources
        .natives()
        .forEach(
            (abi, files) -> {
              if (files.stream().anyMatch(f -> NativeChecks.name(f).equals(file))) {
                have.add(abi);
              }
            });
    for (String entry : app.entries().keySet()) {
      if (PackageLayout.isLibrary(entry)) {
        String abi = entry.substring(NamedFiles.LIBRARIES.length(), entry.lastIndexOf('/'));
        processors.add(abi);
        if (entry.endsWith("/" + file)) {
          have.add(abi);
        }
      }
    }
    processors.removeAll(have);
    if (have.isEmpty() || !processors.isEmpty()) {
      findings.add(
          PhoneCode.Z5316,
          where,
          "android.app.NativeActivity loads "
              + file
              + (have.isEmpty()
                  ? ", which isn't there."
                  : ", which isn't there for " + String.join(", ", processors) + "."),
          "Add it by natives:, or say another one's NAME of libNAME.so in the manifest: meta-data android.app.lib_name.");
    }
  }

  private void out(PackageManifest manifest) {
    if (manifest.isDebuggable()) {
      findings.add(
          PhoneCode.Z5310,
          where,
          "The manifest makes it debuggable.",
          "Remove android:debuggable, or set it to false.");
    }
    if (manifest.isTestOnly()) {
      findings.add(
          PhoneCode.Z5310,
          where,
          "The manifest marks it as one for tests only.",
          "Remove android:testOnly, or set it to false.");
    }
    if (manifest.id().startsWith("com.example.")) {
      findings.add(
          PhoneCode.Z5310,
          where,
          "The id " + manifest.id() + " is one for examples.",
          "Write app.id: with a domain of yours, turned round.");
    }
    levels(manifest);
    if (manifest.target() < TARGET) {
      findings.add(
          PhoneCode.Z5312,
          where,
          "It was made for level " + manifest.target() + ".",
          "Try it on a newer platform, then write target: " + TARGET + " or more.");
    }
  }

  private void levels(PackageManifest manifest) {
    int least = manifest.least();
    if (least > Interfaces.HIGHEST) {
      findings.add(
          PhoneCode.Z5329,
          where,
          "It is for phones from level "
              + least
              + " on, and the newest that is known here is "
              + Interfaces.HIGHEST
              + ".",
          "Write lowest: with the level of the oldest phones that it runs on.");
    } else if (least > manifest.target()) {
      findings.add(
          PhoneCode.Z5329,
          where,
          "It is for phones from level "
              + least
              + " on, and was made for level "
              + manifest.target()
              + ".",
          "Write target: " + least + " or more, or lowest: " + manifest.target() + " or less.");
    }
  }

  /** Looks at each file of byte code by itself. */
  private void classes(PackageManifest manifest) throws IOException {
    Map<String, String> first = new HashMap<>();
    for (Map.Entry<String, Content> file : app.code().entrySet()) {
      Where at = Where.file(file.getKey());
      try (Access access = file.getValue().access()) {
        Dex dex = Dex.read(access);
        if (dex.leastApi() > manifest.least()) {
          findings.add(
              PhoneCode.Z5307,
              at,
              "Its version "
                  + dex.version()
                  + " is read from level "
                  + dex.leastApi()
                  + " on, and the application is for "
                  + manifest.least()
                  + ".",
              "Compile it for the lowest level, or write lowest: " + dex.leastApi() + ".");
        }
        for (String name : DexNames.defined(access)) {
          String before = first.putIfAbsent(name, file.getKey());
          if (before != null) {
            findings.add(
                PhoneCode.Z5307,
                at,
                "The class " + name + " is in " + before + " as well.",
                "Compile all byte code together, or leave one of the two out.");
          }
        }
      } catch (MalformedException e) {
        findings.add(
            PhoneCode.Z5307,
            at,
            "It isn't byte code for phones: " + e.getMessage() + ".",
            instead(file.getKey().toLowerCase(Locale.ROOT)));
      }
    }
  }

  /** What an entry of the package was made of. */
  private Where source(String entry) {
    return app.sources().getOrDefault(entry, where);
  }

  /** What else goes where byte code should, and what becomes of it. */
  private static String instead(String file) {
    if (file.endsWith(".aar")) {
      return "Unpack it: compile its classes.jar to byte code together with your own, and name its folders by resources:, assets: and natives:.";
    }
    return file.endsWith(".jar") || file.endsWith(".class")
        ? "Compile it to byte code together with all that it needs, and name the .dex files."
        : "Name .dex files by code:.";
  }

  /** What nobody means to hand out, and what phones have no use for. */
  private void shipped() {
    for (OwnFile file : files()) {
      String name = file.path().substring(file.path().lastIndexOf('/') + 1);
      String lower = name.toLowerCase(Locale.ROOT);
      String ending = lower.substring(lower.lastIndexOf('.') + 1);
      String what =
          lower.equals(".env") || KEYS.contains(ending)
              ? "looks like a secret"
              : SOURCES.contains(ending) ? "is a source" : "";
      if (!what.isEmpty()) {
        findings.add(
            PhoneCode.Z5310,
            Where.file(file.file().name()),
            "It " + what + ", and goes into the package.",
            "Leave it out.");
      }
    }
  }

  /** What is opened by its name while the application runs, as it lies in the package. */
  private Set<String> entries() {
    Set<String> all = new HashSet<>(app.entries().keySet());
    sources.assets().forEach(f -> all.add(NamedFiles.ASSETS + f.path()));
    sources.natives().values().stream()
        .flatMap(List::stream)
        .forEach(f -> all.add(NamedFiles.LIBRARIES + f.path()));
    return all;
  }

  private List<OwnFile> files() {
    List<OwnFile> all = new ArrayList<>(sources.assets());
    all.addAll(sources.files());
    return all;
  }
}
