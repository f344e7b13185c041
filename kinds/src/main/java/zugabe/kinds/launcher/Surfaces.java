package zugabe.kinds.launcher;

import java.io.IOException;
import java.io.InputStream;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Program;
import zugabe.formats.classfile.ClassSketch;
import zugabe.formats.classfile.UnreadableClassException;

/** Whether a program shows itself in windows: what the recipe says, else what its classes do. */
final class Surfaces {
  private Surfaces() {}

  /** Whether it gets no console; what was concluded, or looks wrong, is in the findings. */
  static boolean isWindow(Program program, Materials materials, Findings findings)
      throws IOException {
    if (program.isWindow()) {
      return true;
    }
    Optional<String> opens = opensWindows(materials);
    if (opens.isPresent()) {
      boolean said = program.surface().isPresent();
      findings.add(
          LauncherCode.Z5105,
          program.where(),
          opens.get()
              + " opens windows; "
              + (said
                  ? "with surface: console there will be a console beside them."
                  : "it gets no console, because the recipe doesn't say its surface."),
          said
              ? "Write surface: window if nobody reads what it prints."
              : "Write surface: window.");
      return !said;
    }
    return false;
  }

  /** The first of its own classes that does. */
  private static Optional<String> opensWindows(Materials materials) throws IOException {
    for (OwnFile own : materials.own()) {
      if (own.path().endsWith(".class") && own.link().isEmpty() && opensWindows(own)) {
        return Optional.of(own.path());
      }
    }
    return Optional.empty();
  }

  private static boolean opensWindows(OwnFile own) throws IOException {
    try (InputStream in = own.file().open()) {
      return ClassSketch.decode(in.readAllBytes()).hints().contains(ClassSketch.Hint.WINDOW);
    } catch (UnreadableClassException e) {
      // told elsewhere
      return false;
    }
  }
}
