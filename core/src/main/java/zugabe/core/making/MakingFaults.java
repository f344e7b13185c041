package zugabe.core.making;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Path;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/** What the system said when something couldn't be read or written. */
final class MakingFaults {
  private MakingFaults() {}

  /** A finding for what went wrong. */
  static void report(IOException e, String folder, Findings findings) {
    String reason = reason(e);
    if (reason.contains("No space left")
        || reason.contains("not enough space")
        || reason.contains("File too large")
        || reason.contains("quota")) {
      findings.add(
          MakingCode.Z5002,
          Where.file(folder),
          "Writing stopped: " + reason + ".",
          "Free some space, or name another folder with --out. What was made before is untouched.");
    } else {
      findings.add(
          MakingCode.Z5008,
          Where.file(folder),
          "Reading or writing failed: " + reason + ".",
          "Check the disk and the permissions. What was made before is untouched.");
    }
  }

  /** Why, in a few words. */
  static String reason(IOException e) {
    if (e instanceof AccessDeniedException denied) {
      return "permission denied for " + Path.of(denied.getFile()).getFileName();
    }
    if (e instanceof FileAlreadyExistsException) {
      return "a file has its name";
    }
    if (e instanceof FileSystemException f && f.getReason() != null) {
      return f.getReason();
    }
    return e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
  }
}
