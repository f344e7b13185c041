package zugabe.core.finding;

/**
 * The place of a finding. Parts that don't apply are empty or -1.
 *
 * @param file recipe, material or artifact, as the user would name it
 * @param line from 1
 * @param column from 1
 * @param key dotted path in the recipe, such as {@code programs.tool.main}
 * @param entry path inside an archive
 * @param offset bytes from the file's start
 * @param field a structure's field, such as a manifest attribute
 */
public record Where(
    String file, int line, int column, String key, String entry, long offset, String field) {

  /** A whole file. */
  public static Where file(String file) {
    return new Where(file, -1, -1, "", "", -1, "");
  }

  /** A place in the recipe. */
  public static Where recipe(String file, int line, int column, String key) {
    return new Where(file, line, column, key, "", -1, "");
  }

  /** The same file, inside. */
  public Where inside(String entry, long offset) {
    return new Where(file, line, column, key, entry, offset, field);
  }

  /** The same place, at a field. */
  public Where at(String field) {
    return new Where(file, line, column, key, entry, offset, field);
  }

  /** The same file, at a line. */
  public Where at(int line) {
    return new Where(file, line, -1, key, entry, offset, field);
  }

  /** One line of text: {@code file:line:column key, entry at offset, field}. */
  public String text() {
    StringBuilder out = new StringBuilder(file);
    if (line > 0) {
      out.append(':').append(line);
      if (column > 0) {
        out.append(':').append(column);
      }
    }
    if (!key.isEmpty()) {
      out.append("  ").append(key);
    }
    if (!entry.isEmpty()) {
      out.append("  entry ").append(entry);
    }
    if (offset >= 0) {
      out.append(" at byte ").append(offset);
    }
    if (!field.isEmpty()) {
      out.append("  ").append(field);
    }
    return out.toString();
  }
}
