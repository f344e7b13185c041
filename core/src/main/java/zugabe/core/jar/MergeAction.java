package zugabe.core.jar;

/** What is done with several files for one place. */
public enum MergeAction {
  /** Provider-configuration files: the providers of all, each once. */
  JOIN_SERVICES("join-services"),
  /** The lines of all, each once. */
  JOIN_LINES("join-lines"),
  /** The properties of all; of one key the earliest value. */
  JOIN_PROPERTIES("join-properties"),
  /** The properties of all; values of one key are lists with commas and are joined. */
  JOIN_LISTS("join-lists"),
  /** One text behind the other. */
  APPEND("append"),
  /** The plug-in index of Log4j. */
  JOIN_PLUGINS("join-plugins"),
  KEEP_EARLIEST("keep-earliest"),
  KEEP_LATEST("keep-latest"),
  /** Each in a folder named for its library. */
  SET_ASIDE("set-aside"),
  LEAVE_OUT("leave-out"),
  /** An error when they differ. */
  REFUSE("refuse");

  private final String word;

  MergeAction(String word) {
    this.word = word;
  }

  /** As recipes and answers have it. */
  public String word() {
    return word;
  }

  /** The rule a recipe names. */
  static MergeAction of(String word) {
    for (MergeAction action : values()) {
      if (action.word.equals(word)) {
        return action;
      }
    }
    throw new IllegalArgumentException("there is no merge rule " + word);
  }
}
