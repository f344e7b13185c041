package zugabe.core.jar;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import zugabe.bytes.Content;
import zugabe.bytes.Regex;

/**
 * Different files for one place of which no rule decides. Property files none of whose keys has two
 * values, and lists of classes' names below {@code META-INF/}, are joined: nobody loses anything.
 */
final class Undecided {
  /** Such files are short. */
  private static final int MAX_BYTES = 1 << 20;

  private static final String NAME = "[\\p{L}_][\\p{L}\\p{N}_$-]*(\\.[\\p{L}_][\\p{L}\\p{N}_$-]*)+";

  private final MergeAction wanted;
  private final Joint joint;
  private final Properties values = new Properties();
  private final List<String> origins = new ArrayList<>();
  private boolean fits;

  Undecided(String path) {
    boolean properties = path.endsWith(".properties");
    this.wanted = properties ? MergeAction.JOIN_PROPERTIES : MergeAction.JOIN_LINES;
    this.joint = Joint.of(wanted);
    this.fits = properties || path.startsWith("META-INF/");
  }

  void add(String origin, Content content) throws IOException {
    if (!origins.contains(origin)) {
      origins.add(origin);
    }
    fits = fits && content.size() <= MAX_BYTES && fits(content);
    if (fits) {
      try {
        joint.add(content);
      } catch (UnfitFileException e) {
        fits = false;
      }
    }
  }

  private boolean fits(Content content) throws IOException {
    try (InputStream in = content.open()) {
      return wanted == MergeAction.JOIN_PROPERTIES ? isFree(in) : isList(in.readAllBytes());
    }
  }

  /** Whether no key has another value already. */
  private boolean isFree(InputStream in) throws IOException {
    Properties some = new Properties();
    try {
      some.load(in);
    } catch (IllegalArgumentException e) {
      return false;
    }
    boolean free =
        some.stringPropertyNames().stream()
            .allMatch(k -> some.getProperty(k).equals(values.getProperty(k, some.getProperty(k))));
    values.putAll(some);
    return free;
  }

  private static boolean isList(byte[] bytes) {
    try {
      String text = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString();
      List<String> lines =
          text.lines().map(String::strip).filter(l -> !l.isEmpty() && !l.startsWith("#")).toList();
      return !lines.isEmpty() && lines.stream().allMatch(l -> Regex.matches(l, NAME));
    } catch (CharacterCodingException e) {
      return false;
    }
  }

  /** Whose files they are. */
  List<String> origins() {
    return origins;
  }

  /** What they are joined by; empty when they can't be without loss. */
  Optional<MergeAction> action() {
    return Optional.of(wanted).filter(w -> fits);
  }

  Content joined() throws IOException {
    return Content.of(joint.encode());
  }
}
