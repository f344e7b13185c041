package zugabe.formats.jar;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What {@code java -jar} heeds in the manifest of the jar that it starts, and what every other
 * start must be told by an option (JAR File Specification, "Main Attributes"; JEP 261, JEP 472).
 */
public enum StartAttribute {
  EXPORTS("Add-Exports", "--add-exports", 9),
  OPENS("Add-Opens", "--add-opens", 9),
  NATIVE_ACCESS("Enable-Native-Access", "--enable-native-access", 17);

  /** All code on the class path. */
  public static final String EVERYONE = "ALL-UNNAMED";

  private final String attribute;
  private final String option;
  private final int since;

  StartAttribute(String attribute, String option, int since) {
    this.attribute = attribute;
    this.option = option;
    this.since = since;
  }

  public String attribute() {
    return attribute;
  }

  public String option() {
    return option;
  }

  /** The options that say the same as a manifest. */
  public static List<String> options(Manifest manifest) {
    List<String> options = new ArrayList<>();
    for (StartAttribute one : values()) {
      manifest.value(one.attribute).stream().flatMap(one::options).forEach(options::add);
    }
    return options;
  }

  /**
   * What an option adds to the attribute: a package behind its module, or who may call native code;
   * empty when it says anything else.
   */
  public Optional<String> said(String text) {
    String end = this == NATIVE_ACCESS ? EVERYONE : "=" + EVERYONE;
    if (!text.startsWith(option + "=") || !text.endsWith(end)) {
      return Optional.empty();
    }
    String value = text.substring(option.length() + 1);
    return this == NATIVE_ACCESS
        ? Optional.of(value).filter(EVERYONE::equals)
        : Optional.of(value.substring(0, value.indexOf('=')));
  }

  /**
   * Whether runtimes of a version take such an option; they refuse to start with one that they
   * don't know, where they pass over attributes.
   */
  public static boolean isKnown(String option, int java) {
    return Stream.of(values()).anyMatch(a -> option.startsWith(a.option) && java >= a.since);
  }

  private Stream<String> options(String value) {
    if (this == NATIVE_ACCESS) {
      return Stream.of(option + "=" + EVERYONE).filter(o -> value.strip().equals(EVERYONE));
    }
    return Stream.of(value.strip().split(" +", -1))
        .filter(word -> word.indexOf('/') > 0)
        .map(word -> option + "=" + word + "=" + EVERYONE);
  }
}
