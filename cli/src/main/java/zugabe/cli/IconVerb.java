package zugabe.cli;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.Icons;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.icon.IconFile;
import zugabe.core.icon.IconForms;

/** Shows what icons hold, and makes others of them. */
final class IconVerb implements Verb {
  private static final String TO = "--to";
  private static final String SIDE = "--side";
  private static final String SET = "--set";
  private static final int MOST_SIDE = 4096;
  private static final List<String> ENDINGS = List.of("ico", "icns", "png");

  @Override
  public String name() {
    return "icon";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Shows which pictures a file holds as an icon, and what would be shown badly; makes icons for other systems of it. Reads PNG, SVG, .ico, .icns and programs for Windows.",
            "zugabe icon art/saltmarsh.png --to saltmarsh.icns",
            "zugabe icon out/Saltmarsh.exe --to seen.png",
            "zugabe icon art/saltmarsh.svg --set desktop --to icons");
    spec.addOption(
        KeyOptions.file(TO, "FILE", "What is made: .ico, .icns or .png; with --set a folder."));
    spec.addOption(KeyOptions.value(SIDE, "PIXELS", "Width and height of a .png. Default: 256."));
    spec.addOption(KeyOptions.value(SET, "SYSTEMS", "All sizes as PNG files: desktop, or phone."));
    spec.addOption(Options.json());
    spec.addPositional(Options.one("FILE", "1", "The picture, the icon, or the program."));
    return spec;
  }

  @Override
  public int run(Given given) throws IOException {
    Optional<Icons.Wanted> wanted = wanted(given);
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      Answer.Icon answer = zugabe.icons().icon(Path.of(given.positional().orElseThrow()), wanted);
      progress.end();
      return given.answer(zugabe, answer, () -> print(given.terminal().out(), answer));
    }
  }

  private static Optional<Icons.Wanted> wanted(Given given) {
    Optional<Path> to = given.value(TO);
    Optional<IconForms.Whole> set = given.<String>value(SET).map(s -> set(given, s));
    int side = given.<String>value(SIDE).map(s -> side(given, s)).orElse(0);
    if (to.isEmpty()) {
      if (set.isPresent() || side > 0) {
        throw given.wrong("say what is made: --to FILE");
      }
      return Optional.empty();
    }
    String name = to.get().toString().toLowerCase(Locale.ROOT);
    String ending = name.substring(name.lastIndexOf('.') + 1);
    if (set.isEmpty() && !ENDINGS.contains(ending)) {
      throw given.wrong(TO + " ends with .ico, .icns or .png; with " + SET + " it is a folder");
    }
    if (side > 0 && (set.isPresent() || !ending.equals("png"))) {
      throw given.wrong(SIDE + " is for a .png; icons have sizes of their own");
    }
    return Optional.of(new Icons.Wanted(to.get(), side, set));
  }

  private static IconForms.Whole set(Given given, String word) {
    for (IconForms.Whole one : IconForms.Whole.values()) {
      if (one.name().toLowerCase(Locale.ROOT).equals(word)) {
        return one;
      }
    }
    throw given.wrong(SET + " is desktop or phone");
  }

  private static int side(Given given, String text) {
    try {
      int side = Integer.parseInt(text);
      if (side >= 1 && side <= MOST_SIDE) {
        return side;
      }
    } catch (NumberFormatException e) {
      // said below
    }
    throw given.wrong(SIDE + " is a number of pixels, 1 to " + MOST_SIDE);
  }

  private static void print(PrintStream out, Answer.Icon answer) {
    answer
        .icon()
        .ifPresent(
            icon -> {
              out.println(Visible.text(answer.file()) + ": " + icon.form());
              Table table = new Table();
              for (IconFile.Held h : icon.holds()) {
                table.row(
                    h.width() == 0 ? "any size" : h.width() + "x" + h.height(),
                    Visible.text(h.what()) + ", " + Sizes.of(h.bytes()));
              }
              table.print(out, "  ");
            });
    answer.written().forEach(w -> out.println("Written: " + Visible.text(w)));
  }
}
