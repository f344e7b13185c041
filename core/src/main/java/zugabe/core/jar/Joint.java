package zugabe.core.jar;

import java.io.IOException;
import zugabe.bytes.Content;

/** Several files for one place that become one. */
interface Joint {
  /** A larger file isn't read whole; the earliest is kept then. */
  long MAX_BYTES = 16 << 20;

  /**
   * Adds a file.
   *
   * @throws UnfitFileException when it isn't of the form that the rule is for
   */
  void add(Content content) throws IOException, UnfitFileException;

  /** The joined file. */
  byte[] encode() throws IOException;

  /** An empty one for a rule that joins. */
  static Joint of(MergeAction action) {
    return switch (action) {
      case JOIN_SERVICES -> new JoinedLines(true);
      case JOIN_LINES -> new JoinedLines(false);
      case JOIN_PROPERTIES -> new JoinedProperties(false);
      case JOIN_LISTS -> new JoinedProperties(true);
      case APPEND -> new Appended();
      case JOIN_PLUGINS -> new PluginIndex();
      default -> throw new IllegalArgumentException(action.word() + " doesn't join");
    };
  }

  static boolean joins(MergeAction action) {
    return switch (action) {
      case JOIN_SERVICES, JOIN_LINES, JOIN_PROPERTIES, JOIN_LISTS, APPEND, JOIN_PLUGINS -> true;
      case KEEP_EARLIEST, KEEP_LATEST, SET_ASIDE, LEAVE_OUT, REFUSE -> false;
    };
  }
}
