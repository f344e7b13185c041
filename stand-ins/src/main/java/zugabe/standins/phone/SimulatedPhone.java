package zugabe.standins.phone;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import zugabe.bytes.MalformedException;
import zugabe.bytes.Regex;
import zugabe.core.rehearse.Phone;
import zugabe.core.sign.PlatformSignature;
import zugabe.core.work.Workers;
import zugabe.formats.arsc.Device;
import zugabe.formats.zip.ZipFaultException;

/** A phone whose applications lie in a folder. */
public final class SimulatedPhone implements Phone {
  private static final String ENDING = ".apk";

  private final Path folder;
  private final Profile profile;

  /**
   * @param folder for its applications; made when it isn't there
   */
  public SimulatedPhone(Path folder, Profile profile) throws IOException {
    this.folder = Files.createDirectories(folder);
    this.profile = profile;
  }

  @Override
  public String what() {
    return "a simulated phone (" + profile + ")";
  }

  private Path apk(String id) {
    return folder.resolve(id + ENDING);
  }

  @Override
  public App install(Path file) throws IOException {
    AppPackage apk;
    try {
      apk = AppPackage.open(file);
    } catch (MalformedException | ZipFaultException e) {
      throw new RefusedException("it can't be read: " + e.getMessage());
    }
    String id = apk.manifest().id();
    if (!Regex.matches(id, "[A-Za-z][A-Za-z0-9_]*(\\.[A-Za-z][A-Za-z0-9_]*)+")) {
      throw new RefusedException("its id is \"" + id + "\"");
    }
    Rules rules = new Rules(profile, apk);
    rules.take();
    PlatformSignature by = signature(apk);
    rules.signed(by);
    if (Files.exists(apk(id))) {
      rules.upgrade(Installed.read(folder, id), by);
    }
    Path half = folder.resolve(id + ".part");
    Files.copy(file, half, StandardCopyOption.REPLACE_EXISTING);
    Files.move(half, apk(id), StandardCopyOption.REPLACE_EXISTING);
    new Installed(id, apk.manifest().versionCode(), by.fingerprint(), by.scheme()).write(folder);
    return app(id);
  }

  private PlatformSignature signature(AppPackage apk) throws IOException {
    try (Workers workers = Workers.of(Runtime.getRuntime().availableProcessors())) {
      return PlatformSignature.of(apk.content(), profile.platform(), workers);
    } catch (PlatformSignature.UnverifiedException e) {
      throw new RefusedException("its signature doesn't count: " + e.getMessage());
    }
  }

  private App app(String id) throws IOException {
    Installed installed = Installed.read(folder, id);
    AppPackage apk = AppPackage.open(apk(id));
    Device device = profile.device();
    return new App(
        id,
        apk.label(device),
        installed.versionCode(),
        apk.versionName(device),
        apk.manifest().permissions(),
        installed.signer(),
        installed.scheme(),
        new AppIcon(apk, device).picture(AppIcon.SIDE).isPresent());
  }

  @Override
  public List<App> list() throws IOException {
    List<App> all = new ArrayList<>();
    for (String id : ids()) {
      all.add(app(id));
    }
    return all;
  }

  private List<String> ids() throws IOException {
    try (Stream<Path> files = Files.list(folder)) {
      return files
          .map(f -> f.getFileName().toString())
          .filter(n -> n.endsWith(ENDING))
          .map(n -> n.substring(0, n.length() - ENDING.length()))
          .sorted()
          .toList();
    }
  }

  @Override
  public void remove(String id) throws IOException {
    if (ids().contains(id)) {
      Files.deleteIfExists(apk(id));
      Files.deleteIfExists(folder.resolve(id + Installed.ENDING));
    }
  }

  @Override
  public byte[] picture() throws IOException {
    LauncherPicture picture = new LauncherPicture(profile);
    for (String id : ids()) {
      AppPackage apk = AppPackage.open(apk(id));
      picture.add(
          apk.label(profile.device()), new AppIcon(apk, profile.device()).picture(AppIcon.SIDE));
    }
    return picture.png();
  }
}
