package zugabe.fuzz;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zugabe.core.scripts.Words;

/** Words of shells: what comes out at the other end is what went in. */
final class Quoting {
  private static final String PRINT = "printf '%s\\0'";

  private Quoting() {}

  /** Through this machine's shell, many words at once. */
  static void sh(byte[] input) throws IOException {
    List<String> words = new ArrayList<>();
    for (String word :
        new String(input, StandardCharsets.ISO_8859_1).replace("\0", "").split("\1", -1)) {
      words.add(new String(word.getBytes(StandardCharsets.UTF_8), StandardCharsets.UTF_8));
    }
    StringBuilder script = new StringBuilder(PRINT);
    words.forEach(w -> script.append(' ').append(Words.quoted(w)));
    script
        .append("\neval \"")
        .append(PRINT)
        .append(' ')
        .append(Words.evaluated(words))
        .append("\"\n");
    Path file = Files.createTempFile("words", ".sh");
    try {
      Files.writeString(file, script);
      Process shell = new ProcessBuilder("sh", file.toString()).redirectErrorStream(true).start();
      String out = new String(shell.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      String expected = String.join("\0", words) + "\0";
      if (!out.equals(expected + expected)) {
        throw new IllegalStateException("the shell made " + out + " of " + words);
      }
    } finally {
      Files.delete(file);
    }
  }

  /** Through what a command processor and a program make of a line, as their makers describe it. */
  static void cmd(byte[] input) {
    String text = new String(input, StandardCharsets.ISO_8859_1).replaceAll("[\\x00-\\x1f]", "");
    String line = Words.cmd(Arrays.asList(text, "last"));
    List<String> arrived = CommandLine.arguments(CommandLine.processed(line));
    if (!arrived.equals(List.of(text, "last"))) {
      throw new IllegalStateException("the command processor made " + arrived + " of " + text);
    }
  }
}
