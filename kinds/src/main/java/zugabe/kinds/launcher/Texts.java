package zugabe.kinds.launcher;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import zugabe.core.finding.Located;
import zugabe.core.recipe.JavaRange;

/** What a start program says, by language; a recipe's texts count more. */
final class Texts {
  static final List<String> NAMES =
      List.of("none", "nothing", "needed", "start", "open", "close", "setting", "utf8", "missing");

  private static final Map<String, Map<String, String>> BUILT_IN =
      Map.of(
          "en",
          Map.of(
              "none",
              "This program needs {needed}, and there is none on this machine.\n\nFound:\n{found}\nInstall a Java runtime that fits, then start the program again.",
              "nothing",
              "no Java at all\n",
              "start",
              "The Java runtime can't be started:",
              "open",
              "&Get Java",
              "close",
              "&Close",
              "setting",
              "This line isn't of the form \"key = value\".",
              "utf8",
              "This line isn't UTF-8 text.",
              "missing",
              "A file of this program isn't there. Unpack or install the whole program, not only this file:"),
          "de",
          Map.of(
              "none",
              "Dieses Programm braucht {needed}; auf diesem Rechner ist keines.\n\nGefunden:\n{found}\nInstallieren Sie ein passendes Java und starten Sie das Programm dann noch einmal.",
              "nothing",
              "gar kein Java\n",
              "start",
              "Java lässt sich nicht starten:",
              "open",
              "Java &holen",
              "close",
              "&Schließen",
              "setting",
              "Diese Zeile hat nicht die Form „Schlüssel = Wert“.",
              "utf8",
              "Diese Zeile ist kein Text in UTF-8.",
              "missing",
              "Eine Datei dieses Programms fehlt. Entpacken oder installieren Sie das ganze Programm, nicht nur diese Datei:"));

  private Texts() {}

  /** What a runtime has to be, in a language. */
  private static String needed(String language, JavaRange java) {
    boolean german = language.equals("de");
    String from = "Java " + java.from();
    if (java.to().isEmpty()) {
      return from + (german ? " oder neuer" : " or later");
    }
    int to = java.to().getAsInt();
    return to == java.from() ? from : from + (german ? " bis " : " to ") + to;
  }

  /** All of them, as {@code text.LANGUAGE.NAME}, in a fixed order. */
  static Map<String, String> with(Map<String, Map<String, Located<String>>> said, JavaRange java) {
    Map<String, String> all = new LinkedHashMap<>();
    List<String> languages =
        Stream.concat(BUILT_IN.keySet().stream(), said.keySet().stream())
            .distinct()
            .sorted()
            .toList();
    for (String language : languages) {
      Map<String, Located<String>> own = said.getOrDefault(language, Map.of());
      Map<String, String> usual = BUILT_IN.getOrDefault(language, Map.of());
      for (String name : NAMES) {
        String text = name.equals("needed") ? needed(language, java) : usual.get(name);
        text = own.containsKey(name) ? own.get(name).value() : text;
        if (text != null) {
          all.put("text." + language + "." + name, text);
        }
      }
    }
    return all;
  }
}
