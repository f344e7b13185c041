package zugabe.cli;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import zugabe.core.materials.Glance;

/** What somebody is told who types the program's name and nothing else. */
final class FirstSteps {
  private static final String RECIPE = "zugabe.yaml";

  private FirstSteps() {}

  static void print(Terminal terminal) {
    PrintStream out = terminal.out();
    Path recipe = recipe(terminal.here());
    if (recipe == null) {
      out.println("There is no recipe (" + RECIPE + ") here or in a folder above.");
      FindingText.wrap(seen(terminal.here()), terminal.columns()).forEach(out::println);
      out.println();
      step(out, "zugabe survey --draft", "writes one for what is here");
      step(out, "zugabe survey", "only looks at it");
    } else {
      out.println(
          "The recipe is " + Visible.text(terminal.here().relativize(recipe).toString()) + ".");
      out.println();
      step(out, "zugabe check", "tells what is wrong with it and its materials");
      step(out, "zugabe build", "makes what it says");
    }
    out.println();
    String rest = "zugabe --help tells of all commands, zugabe demo shows an example.";
    FindingText.wrap(rest, terminal.columns()).forEach(out::println);
  }

  private static void step(PrintStream out, String command, String what) {
    out.println("  " + command + " ".repeat(Math.max(2, 24 - command.length())) + what);
  }

  private static Path recipe(Path here) {
    for (Path folder = here; folder != null; folder = folder.getParent()) {
      if (Files.isRegularFile(folder.resolve(RECIPE))) {
        return folder.resolve(RECIPE);
      }
    }
    return null;
  }

  private static String seen(Path folder) {
    try {
      Glance glance = Glance.at(folder);
      List<String> counts = glance.counts().entrySet().stream().map(FirstSteps::counted).toList();
      if (!counts.isEmpty()) {
        return "In this folder: " + String.join(", ", counts) + ".";
      }
      return glance.files() == 0
          ? "This folder is empty; go to the one that your build writes to."
          : "Nothing in this folder looks built; go to the one that your build writes to.";
    } catch (IOException e) {
      return "This folder can't be read.";
    }
  }

  private static String counted(Map.Entry<String, Integer> count) {
    return Sizes.count(count.getValue(), count.getKey());
  }
}
