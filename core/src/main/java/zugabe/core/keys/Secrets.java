package zugabe.core.keys;

import java.io.Closeable;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermission;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.recipe.KeySpec;

/**
 * Secrets by where they come from: {@code env:NAME}, {@code file:PATH}, {@code command:LINE} or
 * {@code prompt}. Each is asked for once. No message repeats one, or what a helper printed.
 */
public final class Secrets implements Closeable {
  private static final int MOST_BYTES = 1 << 16;

  private final Path here;
  private final Map<String, String> environment;
  private final Asking asking;
  private final Map<String, Secret> known = new LinkedHashMap<>();
  private final Set<String> hidden = new HashSet<>();

  /** Asks somebody without showing what is typed. */
  public interface Asking {
    /** Nobody is there. */
    Asking NOBODY = question -> Optional.empty();

    /** The characters; empty when nobody can be asked. */
    Optional<char[]> ask(String question);
  }

  /**
   * @param here folder that paths are relative to
   */
  public Secrets(Path here, Map<String, String> environment, Asking asking) {
    this.here = here;
    this.environment = environment;
    this.asking = asking;
  }

  /** Whether this says where a secret comes from. */
  public static boolean isSource(String text) {
    return text.equals("prompt")
        || text.startsWith("env:")
        || text.startsWith("file:")
        || text.startsWith("command:");
  }

  /**
   * A secret; empty when it can't be had, which is in the findings.
   *
   * @param what it opens, such as a key with its name
   */
  public Optional<Secret> of(String source, String what, Where where, Findings findings)
      throws IOException {
    hide(source);
    String name = source.equals("prompt") ? "prompt " + what : source;
    Secret secret = known.get(name);
    if (secret == null) {
      Optional<char[]> chars = read(source, what, where, findings);
      if (chars.isEmpty()) {
        return Optional.empty();
      }
      if (chars.get().length == 0) {
        none(where, "The password of " + what + " is empty", "Set one", findings);
        return Optional.empty();
      }
      secret = Secret.of(chars.get());
      known.put(name, secret);
    }
    return Optional.of(secret);
  }

  /** Notes where keys have their passwords: no helper gets to see them. */
  public void hide(Collection<KeySpec> keys) {
    keys.forEach(k -> hide(k.password().value()));
  }

  private void hide(String source) {
    if (source.startsWith("env:")) {
      hidden.add(source.substring("env:".length()));
    }
  }

  /** The variables but for those that hold passwords. */
  Map<String, String> plainEnvironment() {
    Map<String, String> plain = new LinkedHashMap<>(environment);
    plain.keySet().removeAll(hidden);
    return plain;
  }

  private static void none(Where where, String what, String fix, Findings findings) {
    findings.add(KeyCode.Z0101, where, what + ".", fix + ".");
  }

  private Optional<char[]> read(String source, String what, Where where, Findings findings)
      throws IOException {
    if (source.startsWith("env:")) {
      String name = source.substring("env:".length());
      String value = environment.get(name);
      if (value == null) {
        none(where, "The variable " + name + " isn't set", "Set it to the password", findings);
      }
      return Optional.ofNullable(value).map(String::toCharArray);
    }
    if (source.startsWith("file:")) {
      return file(source.substring("file:".length()), where, findings);
    }
    if (source.startsWith("command:")) {
      return helper(source.substring("command:".length()), where, findings);
    }
    Optional<char[]> typed = asking.ask("Password of " + what);
    if (typed.isEmpty()) {
      none(
          where,
          "The password of " + what + " has to be typed, and there is no terminal",
          "Say where it comes from: env:NAME, file:PATH or command:LINE",
          findings);
    }
    return typed;
  }

  private Optional<char[]> file(String path, Where where, Findings findings) {
    Path file = here.resolve(path);
    try {
      PosixFileAttributeView view = Files.getFileAttributeView(file, PosixFileAttributeView.class);
      if (view != null) {
        Set<PosixFilePermission> permissions = view.readAttributes().permissions();
        if (permissions.contains(PosixFilePermission.OTHERS_READ)
            || permissions.contains(PosixFilePermission.GROUP_READ)) {
          findings.add(
              KeyCode.Z0102,
              where,
              "Other users of this machine can read " + path + ".",
              "Let only its owner read it: chmod 600.");
        }
      }
      if (Files.size(file) > MOST_BYTES) {
        none(where, path + " is too large to hold a password", "Name another file", findings);
        return Optional.empty();
      }
      return Optional.of(line(Files.readAllBytes(file)));
    } catch (IOException e) {
      none(where, "There is no file " + path + " that can be read", "Check the path", findings);
      return Optional.empty();
    }
  }

  /** What a helper prints. It doesn't get the secrets that lie in variables. */
  private Optional<char[]> helper(String line, Where where, Findings findings) throws IOException {
    String fix = "Run it yourself; it has to print the password and end with exit code 0";
    try {
      Optional<byte[]> answer =
          new Helper(line, here, plainEnvironment(), false).answer(Optional.empty());
      if (answer.isEmpty()) {
        none(where, "The helper for the password failed", fix, findings);
      }
      return answer.map(Secrets::line);
    } catch (InterruptedIOException e) {
      throw e;
    } catch (IOException e) {
      none(where, "The helper for the password can't be started", fix, findings);
      return Optional.empty();
    }
  }

  /** The first line, without its end. */
  private static char[] line(byte[] bytes) {
    int end = 0;
    while (end < bytes.length && bytes[end] != '\n' && bytes[end] != '\r') {
      end++;
    }
    CharBuffer text = StandardCharsets.UTF_8.decode(ByteBuffer.wrap(bytes, 0, end));
    char[] chars = Arrays.copyOfRange(text.array(), text.arrayOffset(), text.limit());
    Arrays.fill(text.array(), '\0');
    Arrays.fill(bytes, (byte) 0);
    return chars;
  }

  /** Wipes all of them. */
  @Override
  public void close() {
    known.values().forEach(Secret::close);
    known.clear();
  }
}
