package zugabe.core.kind;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Where;
import zugabe.core.plan.Part;
import zugabe.core.program.Platforms;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.RehearsalCode;

/** How a program for Windows that starts a Java runtime is tried on another system. */
public final class ForWindows {
  private ForWindows() {}

  /**
   * Under Wine, unless that can't tell anything.
   *
   * @param part whose program it starts
   * @param files it is among, in the output folder
   * @param program its path when they are unpacked
   */
  public static Course tried(
      Report.Place place, Part part, List<String> files, String program, Where where) {
    Optional<String> not = whyNot(place, part);
    return not.isPresent()
        ? notHere(program, not.get(), where)
        : new Course.UnderWine(
            files,
            program,
            place.seeking().variables(),
            part.program().orElseThrow().trial(),
            where);
  }

  /** It isn't. */
  public static Course notHere(String program, String why, Where where) {
    return new Course.NotHere(
        RehearsalCode.Z6012,
        where,
        program + " isn't started here: " + why + ".",
        "Start it on Windows: ZUGABE_LAUNCH_LOG=FILE tells what it does.");
  }

  private static Optional<String> whyNot(Report.Place place, Part part) {
    if (!place.platform().equals(Platforms.WINDOWS_X64)) {
      return Optional.of("it is a program of 32 bits");
    }
    return part.materials().natives().containsKey(place.platform())
        ? Optional.of("its native libraries need a runtime for Windows")
        : Optional.empty();
  }
}
