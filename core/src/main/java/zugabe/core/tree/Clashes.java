package zugabe.core.tree;

import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/** Tells of two files for one place. */
public final class Clashes {
  private Clashes() {}

  /**
   * Two materials that would both be one file.
   *
   * @param there whose file came first
   * @param other whose came then
   */
  public static void both(Findings findings, Where where, String there, String other, String path) {
    findings.add(
        TreeCode.Z4006,
        where,
        there + " and " + other + " would both be " + path + ".",
        "Remove one of them, or name only the folder that counts.");
  }

  /** Files that stand where others need a folder. */
  public static void filesAsFolders(Findings findings, Where where, InstallTree.Builder tree) {
    for (String path : tree.filesAsFolders()) {
      findings.add(
          TreeCode.Z4006,
          where,
          path + " is a file and a folder at once.",
          "Remove one of the materials that bring it.");
    }
  }

  /** Where an entry comes from, as the user would name it. */
  public static String origin(Entry entry) {
    if (entry instanceof Entry.RegularFile file) {
      return file.origin();
    }
    if (entry instanceof Entry.Awaited awaited) {
      return awaited.origin();
    }
    return entry instanceof Entry.SymbolicLink ? "a link" : "another file";
  }
}
