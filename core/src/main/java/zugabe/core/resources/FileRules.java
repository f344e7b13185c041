package zugabe.core.resources;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;

/** What phones can make of a file, by the folder it lies in. */
final class FileRules {
  private static final Set<String> XML = Set.of(".xml");
  private static final Set<String> PICTURES =
      Set.of(
          ".xml", ".png", ".9.png", ".jpg", ".jpeg", ".webp", ".gif", ".bmp", ".heic", ".heif",
          ".avif");

  /** Endings by type; of raw, any. */
  private static final Map<String, Set<String>> ENDINGS =
      Map.ofEntries(
          Map.entry("anim", XML),
          Map.entry("animator", XML),
          Map.entry("color", XML),
          Map.entry("drawable", PICTURES),
          Map.entry("font", Set.of(".xml", ".ttf", ".otf", ".ttc")),
          Map.entry("interpolator", XML),
          Map.entry("layout", XML),
          Map.entry("menu", XML),
          Map.entry("mipmap", PICTURES),
          Map.entry("navigation", XML),
          Map.entry("raw", Set.of()),
          Map.entry("transition", XML),
          Map.entry("xml", XML));

  private static final Set<String> DRAWABLES =
      Set.of(
          "adaptive-icon",
          "animated-image",
          "animated-rotate",
          "animated-selector",
          "animated-vector",
          "animation-list",
          "bitmap",
          "clip",
          "color",
          "drawable",
          "inset",
          "layer-list",
          "level-list",
          "nine-patch",
          "ripple",
          "rotate",
          "scale",
          "selector",
          "shape",
          "transition",
          "vector");

  /** Root elements, where the platform knows all that there may be. */
  private static final Map<String, Set<String>> ROOTS =
      Map.of(
          "color", Set.of("gradient", "selector"),
          "drawable", DRAWABLES,
          "font", Set.of("font-family"),
          "menu", Set.of("menu"),
          "mipmap", DRAWABLES,
          "navigation", Set.of("navigation"));

  /** How pictures and fonts begin that phones read, whatever their names end in. */
  private static final List<String> PICTURE_STARTS =
      List.of("\u0089PNG\r\n", "\u00ff\u00d8\u00ff", "GIF8", "RIFF", "BM");

  private static final List<String> FONT_STARTS = List.of("\0\u0001\0\0", "OTTO", "ttcf", "true");
  private static final String DRAWN =
      "Draw it as <vector>, or make a picture of it: zugabe icon FILE.svg --to FILE.png --side 96";

  private static final String BRAND = "ftyp";
  private static final int START_BYTES = 12;

  private final Findings findings;

  FileRules(Findings findings) {
    this.findings = findings;
  }

  static Set<String> types() {
    return ENDINGS.keySet();
  }

  /** Whether a file that isn't compiled is what its folder is for; else that is a finding. */
  boolean fits(ResourceFile file, String type, String ending) throws IOException {
    Set<String> endings = ENDINGS.get(type);
    String small = ending.toLowerCase(Locale.ROOT);
    if (endings.isEmpty()) {
      return true;
    }
    if (!endings.contains(small)) {
      findings.add(
          ResourceCode.Z5204,
          file.where(),
          "What ends in \"" + ending + "\" can't be of the type " + type + ".",
          small.equals(".svg")
              ? DRAWN
              : "Write "
                  + String.join(", ", endings.stream().sorted().toList())
                  + ", put it into raw, or remove it.");
      return false;
    }
    if (file.isXml() || small.equals(".9.png")) {
      // they are compiled, which tells what is wrong with them
      return true;
    }
    String start = start(file);
    boolean font = type.equals("font");
    boolean known = (font ? FONT_STARTS : PICTURE_STARTS).stream().anyMatch(start::startsWith);
    if (!known && (font || !start.startsWith(BRAND, BRAND.length()))) {
      findings.add(
          ResourceCode.Z5201,
          file.where(),
          font ? "It isn't a font." : "It isn't a picture.",
          "Save it anew as " + (font ? "TTF or OTF." : "PNG, JPEG or WebP."));
      return false;
    }
    return true;
  }

  private static String start(ResourceFile file) throws IOException {
    try (InputStream in = file.content().open()) {
      StringBuilder out = new StringBuilder();
      for (byte one : in.readNBytes(START_BYTES)) {
        out.append((char) (one & 0xFF));
      }
      return out.toString();
    }
  }

  /** Looks at a document's root element. */
  void root(ResourceFile file, String type, SourceElement root) {
    Set<String> roots = ROOTS.getOrDefault(type, Set.of());
    // a class of the application's own has its package in front
    if (roots.isEmpty() || roots.contains(root.name()) || root.name().indexOf('.') >= 0) {
      return;
    }
    findings.add(
        ResourceCode.Z5201,
        root.where(),
        "Phones can't make anything of the type " + type + " from <" + root.name() + ">.",
        root.name().equals("svg") ? DRAWN : Nearest.hint(root.name(), new ArrayList<>(roots)));
  }
}
