package zugabe.core.shape;

import zugabe.core.finding.Located;

/** A value that names something else: it is checked even when the key it stands at does nothing. */
public record Reference(To to, Located<String> name) {
  /** What is named. */
  public enum To {
    /** A group of materials of the recipe. */
    GROUP("group of materials", "name of a group of materials"),
    /** A program of the recipe. */
    PROGRAM("program", "name of a program"),
    /** A deliverable of the recipe. */
    DELIVERABLE("deliverable", "name of a deliverable"),
    /** A key of the recipe. */
    KEY("key", "name of a key"),
    /** A file of the user's. */
    FILE("file", "path of a file"),
    /** A folder of the user's. */
    FOLDER("folder", "path of a folder"),
    /** Files of the user's, by a path or pattern. */
    FILES("files", "path or pattern of files");

    private final String word;
    private final String form;

    To(String word, String form) {
      this.word = word;
      this.form = form;
    }

    /** For messages. */
    public String word() {
      return word;
    }

    /** What is written to name it. */
    String form() {
      return form;
    }
  }
}
