package zugabe.core.materials;

import zugabe.core.finding.Where;

/**
 * A pattern to look for.
 *
 * @param text {@code [root:]path}, with wildcards
 * @param where where the recipe says so
 * @param to folder that the files go to; empty for the top
 */
public record FilePattern(String text, Where where, String to) {
  /** One whose files go to the top. */
  public FilePattern(String text, Where where) {
    this(text, where, "");
  }

  /** Where a file goes that is at a path below what the pattern names. */
  String place(String inner) {
    return to.isEmpty() ? inner : to + "/" + inner;
  }
}
