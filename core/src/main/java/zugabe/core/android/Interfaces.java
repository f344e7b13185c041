package zugabe.core.android;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.GZIPInputStream;

/**
 * With which level of the platform its classes and their members came, where that is later than
 * {@link #LOWEST}: a class is a line, a member a line with a blank in front, and the level stands
 * behind; of a class only where it is new. Of Java's own classes not every level is known: then the
 * first and the last one that it may be stand there. Made from the platform's own classes by {@code
 * core/src/main/platform/make-interfaces}.
 */
public final class Interfaces {
  /** The level that the table starts with. */
  public static final int LOWEST = 18;

  /** The last level that it knows. */
  public static final int HIGHEST = 36;

  private static final String TABLE = "/zugabe/platform/interfaces.gz";

  /** Read when byte code is looked at for the first time. */
  private static final class Holder {
    static final Interfaces KNOWN = read();
  }

  /**
   * When something came.
   *
   * @param from the first level that it may have come with
   * @param by the level that has it for certain
   */
  public record Came(int from, int by) {
    static Came of(String text) {
      int dash = text.indexOf('-');
      int by = Integer.parseInt(text.substring(dash + 1));
      return new Came(dash < 0 ? by : Integer.parseInt(text.substring(0, dash)), by);
    }
  }

  private static final Came ALWAYS = new Came(LOWEST, LOWEST);

  private record Type(Came came, Map<String, Came> members) {}

  private final Map<String, Type> types = new HashMap<>();

  private Interfaces() {}

  /** The table. */
  public static Interfaces known() {
    return Holder.KNOWN;
  }

  private static Interfaces read() {
    Interfaces all = new Interfaces();
    try (InputStream in = Interfaces.class.getResourceAsStream(TABLE);
        BufferedReader lines =
            new BufferedReader(
                new InputStreamReader(new GZIPInputStream(in, 1 << 16), StandardCharsets.UTF_8))) {
      Type type = null;
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        int blank = line.lastIndexOf(' ');
        Came level = blank > 0 ? Came.of(line.substring(blank + 1)) : ALWAYS;
        if (line.startsWith(" ") && type != null) {
          type.members().put(line.substring(1, blank), level);
        } else {
          type = new Type(level, new HashMap<>());
          all.types.put(blank > 0 ? line.substring(0, blank) : line, type);
        }
      }
      return all;
    } catch (IOException e) {
      throw new UncheckedIOException("a resource of this program is missing", e);
    }
  }

  /**
   * When a member came: with {@link #LOWEST} where it was there before, or isn't known.
   *
   * @param owner its class, as a descriptor
   * @param signature name and descriptor of a method, or those of a field with a colon between
   */
  public Came since(String owner, String signature) {
    Type type = owner.startsWith("L") ? types.get(owner.substring(1, owner.length() - 1)) : null;
    if (type == null) {
      return ALWAYS;
    }
    Came member = type.members().getOrDefault(signature, type.came());
    return member.from() > type.came().from() ? member : type.came();
  }
}
