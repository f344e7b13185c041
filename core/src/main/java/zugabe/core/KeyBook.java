package zugabe.core;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.recipe.KeySpec;
import zugabe.core.recipe.Recipe;

/** The keys of the recipe that is here or above; whatever else is in it may be wrong. */
final class KeyBook {
  private static final String PASSWORD = "KEY_PASSWORD";

  private final Surroundings around;
  private final Optional<Path> file;

  /**
   * @param file the recipe's; empty when there is none
   */
  KeyBook(Surroundings around, Optional<Path> file) {
    this.around = around;
    this.file = file;
  }

  /** Folder that stores are relative to. */
  Path folder() {
    return file.map(Path::getParent).orElse(around.here());
  }

  Map<String, KeySpec> keys(Findings findings) throws IOException {
    if (file.isEmpty()) {
      return stores();
    }
    return keys(Files.readString(file.get()), findings);
  }

  /**
   * Without a recipe, a name stands for its store in the folder {@code keys}; its password comes
   * from the variable {@code KEY_PASSWORD}, or is asked for.
   */
  private Map<String, KeySpec> stores() throws IOException {
    Map<String, KeySpec> specs = new TreeMap<>();
    Path folder = around.here().resolve("keys");
    if (!Files.isDirectory(folder)) {
      return specs;
    }
    String password = around.environment().containsKey(PASSWORD) ? "env:" + PASSWORD : "prompt";
    try (DirectoryStream<Path> list = Files.newDirectoryStream(folder, "*.{p12,asc}")) {
      for (Path store : list) {
        String name = store.getFileName().toString();
        String shown = "keys/" + name;
        Where where = Where.file(shown);
        specs.put(
            name.substring(0, name.lastIndexOf('.')),
            new KeySpec(
                new Located<>(shown, where, true),
                Optional.empty(),
                new Located<>(password, where, false),
                Optional.empty(),
                List.of(),
                Optional.empty(),
                Optional.empty()));
      }
    }
    return specs;
  }

  private Map<String, KeySpec> keys(String text, Findings findings) {
    return Recipe.keys(
        new Recipe.Source(around.shown(file.orElseThrow()), text, List.of(), around.environment()),
        findings);
  }

  /** What the recipe says of a key already; empty for one on a token, where files don't count. */
  Optional<KeySpec> said(String name) throws IOException {
    return file.isEmpty()
        ? Optional.empty()
        : Optional.ofNullable(keys(Files.readString(file.get()), new Findings()).get(name))
            .filter(k -> !k.store().value().startsWith("pkcs11:"));
  }

  /** The line that names a key. */
  static String line(String name, String store, String password) {
    return "  " + name + ": {store: " + quoted(store) + ", password: " + quoted(password) + "}";
  }

  private static String quoted(String text) {
    return Regex.matches(text, "[A-Za-z0-9_./-]+(:[A-Za-z0-9_./-]+)?")
        ? text
        : '"' + text.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
  }

  /**
   * Adds a key to the recipe.
   *
   * @return false when there is no recipe, or it is written so that a line can't be added
   */
  boolean add(String name, String line) throws IOException {
    if (file.isEmpty()) {
      return false;
    }
    String text = Files.readString(file.get());
    Findings before = new Findings();
    if (keys(text, before).containsKey(name) || before.hasErrors()) {
      return false;
    }
    String with = with(text, line);
    Findings after = new Findings();
    if (!keys(with, after).containsKey(name) || after.hasErrors()) {
      return false;
    }
    Path part = Files.createTempFile(folder(), ".zugabe", ".part");
    try {
      Files.writeString(part, with);
      Files.move(
          part,
          file.get(),
          java.nio.file.StandardCopyOption.ATOMIC_MOVE,
          java.nio.file.StandardCopyOption.REPLACE_EXISTING);
    } finally {
      Files.deleteIfExists(part);
    }
    return true;
  }

  private static String with(String text, String line) {
    String end = text.contains("\r\n") ? "\r\n" : "\n";
    StringBuilder out = new StringBuilder();
    boolean added = false;
    for (String one : text.split("(?<=\n)", -1)) {
      out.append(one);
      if (!added && Regex.matches(one.stripTrailing(), "keys:(\\s*#.*)?")) {
        out.append(one.endsWith("\n") ? "" : end).append(line).append(end);
        added = true;
      }
    }
    if (!added) {
      out.append(text.isEmpty() || text.endsWith("\n") ? "" : end);
      out.append(end).append("keys:").append(end).append(line).append(end);
    }
    return out.toString();
  }
}
