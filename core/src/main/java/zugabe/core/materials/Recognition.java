package zugabe.core.materials;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a file was recognised as.
 *
 * @param form the format or flavour, such as {@code ELF} or {@code application}; may be empty
 * @param platforms it is for, such as {@code linux-x64}; none when it doesn't matter
 * @param facts what else its content says, by short names, in the order in which they are told
 * @param fault why it can't be read whole, when it starts like such a file and is damaged
 */
public record Recognition(
    Nature nature,
    String form,
    List<String> platforms,
    Map<String, String> facts,
    Optional<String> fault) {

  static Recognition of(Nature nature, String form) {
    return new Recognition(nature, form, List.of(), new LinkedHashMap<>(), Optional.empty());
  }

  /** Words about something, by themselves. */
  public static Recognition said() {
    return of(Nature.JAR, "");
  }

  static Recognition damaged(Nature nature, String form, String why) {
    return new Recognition(nature, form, List.of(), Map.of(), Optional.of(why));
  }

  /** The same with another fact; empty values are left out. */
  public Recognition with(String name, String value) {
    if (!value.isEmpty()) {
      facts.put(name, value);
    }
    return this;
  }

  Recognition on(List<String> these) {
    return new Recognition(nature, form, these, facts, fault);
  }

  /** A fact by its name; empty when it isn't known. */
  public String fact(String name) {
    return facts.getOrDefault(name, "");
  }

  /** What kind of thing it is, with the form where there is one. */
  public String kind() {
    return (form + " " + nature.word()).strip();
  }

  /** What is wrong with it, as a sentence; empty when nothing is. */
  public Optional<String> damage() {
    String article = "AEFILMNORSX".indexOf(kind().charAt(0)) >= 0 ? "an " : "a ";
    return fault.map(why -> "It starts like " + article + kind() + " and is damaged: " + why + ".");
  }
}
