package zugabe.kinds.launcher;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.jar.JarPlan;
import zugabe.core.jar.StartNeeds;
import zugabe.core.plan.Program;
import zugabe.core.recipe.JavaRange;
import zugabe.formats.icon.Icon;
import zugabe.formats.icon.Pixels;
import zugabe.formats.pe.ProgramImage;
import zugabe.formats.pe.Resources;

/** The native program in front of the jar, with what it is told. */
final class StartProgram {
  private static final int ENGLISH = 0x0409;
  private static final int FIRST_ICON = 1;

  /** Number of the icon group that the system shows: the first one. */
  private static final int ICON_GROUP = 1;

  private final JarPlan plan;
  private final LauncherDeliverable own;
  private final StartNeeds needs;

  StartProgram(JarPlan plan, LauncherDeliverable own, StartNeeds needs) {
    this.plan = plan;
    this.own = own;
    this.needs = needs;
  }

  /** The program with its resources. */
  ProgramImage image(Optional<Icon> icon, Optional<Pixels> opening) throws IOException {
    Resources resources = new Resources();
    icon.ifPresent(i -> icon(resources, i));
    resources.put(Resources.DATA, 1, Resources.NEUTRAL, data());
    opening.ifPresent(o -> resources.put(Resources.DATA, 2, Resources.NEUTRAL, pixels(o)));
    resources.put(
        Resources.VERSION,
        1,
        ENGLISH,
        Properties.of(plan.app(), own.file(), own.appearance().looks().properties()).encode());
    resources.put(Resources.MANIFEST, 1, ENGLISH, manifest());
    return ProgramImage.of(template(), resources);
  }

  private static void icon(Resources resources, Icon icon) {
    int number = FIRST_ICON;
    for (Icon.Image image : icon.images()) {
      resources.put(Resources.ICON, number++, Resources.NEUTRAL, image.bytes());
    }
    resources.put(Resources.GROUP_ICON, ICON_GROUP, Resources.NEUTRAL, icon.group(FIRST_ICON));
  }

  private byte[] template() throws IOException {
    String name = (own.window() ? "window-" : "console-") + own.target().cpu() + ".exe";
    try (InputStream in = StartProgram.class.getResourceAsStream(name)) {
      if (in == null) {
        throw new IOException(name + " is missing from this installation");
      }
      return in.readAllBytes();
    }
  }

  private byte[] data() {
    Program program = plan.program().orElseThrow();
    JavaRange java = program.java();
    LauncherData data = new LauncherData();
    data.put("title", plan.app().name());
    data.put("java.from", java.from());
    java.to().ifPresent(to -> data.put("java.to", to));
    if (hasNatives(plan, own)) {
      data.put("bits", own.target() == Keys.Target.WINDOWS_X64 ? 64 : 32);
    }
    own.running().places().forEach(p -> data.put("seek", p.replace('/', '\\')));
    own.beside().ifPresent(b -> b.tell(data, program));
    needs.options().forEach(o -> data.put("option", o.value()));
    folder(data, program);
    needs.arguments().forEach(a -> data.put("argument", a.value()));
    String settings = own.base() + ".settings";
    data.put("settings", own.beside().map(Beside::settings).orElse(settings).replace('/', '\\'));
    data.put("settings.user", plan.app().shortName() + "\\" + settings);
    running(data);
    data.put("identity", identity());
    own.appearance().looks().address().ifPresent(a -> data.put("address", a.value()));
    data.put("picture.seconds", own.appearance().seconds());
    Texts.with(own.appearance().looks().texts(), java).forEach(data::put);
    return data.encode();
  }

  /** Whether a runtime's bits have to be those of libraries that it loads. */
  static boolean hasNatives(JarPlan plan, LauncherDeliverable own) {
    return !plan.materials().natives().isEmpty()
        || own.beside().filter(b -> !b.natives().isEmpty()).isPresent();
  }

  private void folder(LauncherData data, Program program) {
    switch (program.folder()) {
      case PROGRAM -> {
        data.put("folder", "program");
        data.put("option", "-Dprogram.folder=%PROGRAM_FOLDER%");
      }
      case DATA -> {
        data.put("folder", "data:" + plan.app().shortName());
        data.put("option", "-Dprogram.folder=%PROGRAM_FOLDER%");
        data.put("option", "-Ddata.folder=%DATA_FOLDER%");
      }
      case HOME -> data.put("folder", "home");
    }
  }

  private void running(LauncherData data) {
    Running running = own.running();
    running
        .memory()
        .ifPresent(
            m ->
                data.put("memory.share", m.share().value())
                    .put("memory.least", m.least().value())
                    .put("memory.most", m.most().value()));
    running.environment().forEach((n, v) -> data.put("variable", n + "=" + v.value()));
    data.put("urgency", word(running.urgency()));
    running
        .one()
        .ifPresent(
            o ->
                data.put("one", word(o.on()))
                    .put("one.id", identity())
                    .put("one.then", word(o.then()))
                    .put("one.code", o.code().value()));
    if (running.again().value() != 0) {
      data.put("again", running.again().value());
    }
  }

  private static String word(Located<? extends Enum<?>> one) {
    return one.value().name().toLowerCase(java.util.Locale.ROOT);
  }

  /** By which the taskbar knows its windows: no spaces, at most 128 characters. */
  private String identity() {
    String name = plan.app().id().orElse(plan.app().shortName()) + "." + own.base();
    String plain = zugabe.bytes.Regex.replaceAll(name, "[^A-Za-z0-9._-]", "-");
    return plain.substring(0, Math.min(plain.length(), 128));
  }

  private static byte[] pixels(Pixels p) {
    ByteBuffer out = ByteBuffer.allocate(8 + p.argb().length * 4).order(ByteOrder.LITTLE_ENDIAN);
    out.putInt(p.width()).putInt(p.height());
    for (int one : p.argb()) {
      int opacity = one >>> 24;
      int multiplied = opacity << 24;
      for (int shift : List.of(16, 8, 0)) {
        multiplied |= (((one >> shift & 0xFF) * opacity + 127) / 255) << shift;
      }
      out.putInt(multiplied);
    }
    return out.array();
  }

  /** "Application Manifests": rights, sharp text, long paths, the systems it knows. */
  private byte[] manifest() {
    String level =
        switch (own.appearance().looks().level().value()) {
          case USER -> "asInvoker";
          case HIGHEST -> "highestAvailable";
          case ADMINISTRATOR -> "requireAdministrator";
        };
    return """
        <?xml version="1.0" encoding="UTF-8" standalone="yes"?>
        <assembly xmlns="urn:schemas-microsoft-com:asm.v1" manifestVersion="1.0">
          <assemblyIdentity type="win32" name="%s" version="%s" processorArchitecture="%s"/>
          <trustInfo xmlns="urn:schemas-microsoft-com:asm.v3">
            <security><requestedPrivileges><requestedExecutionLevel level="%s" uiAccess="false"/></requestedPrivileges></security>
          </trustInfo>
          <compatibility xmlns="urn:schemas-microsoft-com:compatibility.v1">
            <application>
              <supportedOS Id="{4a2f28e3-53b9-4441-ba9c-d69d4a4a6e38}"/>
              <supportedOS Id="{1f676c76-80e1-4239-95bb-83d0f6d0da78}"/>
              <supportedOS Id="{8e0f7a12-bfb3-4fe8-b9a5-48fd50a15a9a}"/>
            </application>
          </compatibility>
          <application xmlns="urn:schemas-microsoft-com:asm.v3">
            <windowsSettings>
              <dpiAware xmlns="http://schemas.microsoft.com/SMI/2005/WindowsSettings">true/pm</dpiAware>
              <dpiAwareness xmlns="http://schemas.microsoft.com/SMI/2016/WindowsSettings">PerMonitorV2</dpiAwareness>
              <longPathAware xmlns="http://schemas.microsoft.com/SMI/2016/WindowsSettings">true</longPathAware>
            </windowsSettings>
          </application>
          <dependency><dependentAssembly>
            <assemblyIdentity type="win32" name="Microsoft.Windows.Common-Controls" version="6.0.0.0" processorArchitecture="*" publicKeyToken="6595b64144ccf1df" language="*"/>
          </dependentAssembly></dependency>
        </assembly>
        """
        .formatted(
            identity(),
            Properties.dotted(Properties.numbers(plan.app().version())),
            own.target() == Keys.Target.WINDOWS_X64 ? "amd64" : "x86",
            level)
        .getBytes(StandardCharsets.UTF_8);
  }
}
