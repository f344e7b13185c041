package zugabe.core.finding;

import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Words that others use for what has another name here: near by sense, not by spelling. */
final class Senses {
  private static final Map<String, List<String>> WORDS =
      Map.ofEntries(
          // commands
          Map.entry("package", List.of("build")),
          Map.entry("make", List.of("build")),
          Map.entry("create", List.of("build", "demo")),
          Map.entry("release", List.of("build")),
          Map.entry("init", List.of("survey")),
          Map.entry("new", List.of("survey", "demo")),
          Map.entry("scan", List.of("survey")),
          Map.entry("draft", List.of("survey")),
          Map.entry("list", List.of("inspect", "survey")),
          Map.entry("show", List.of("inspect")),
          Map.entry("info", List.of("inspect")),
          Map.entry("test", List.of("rehearse", "trial")),
          Map.entry("try", List.of("rehearse", "trial")),
          Map.entry("run", List.of("rehearse")),
          Map.entry("start", List.of("rehearse", "service")),
          Map.entry("validate", List.of("check")),
          Map.entry("verify", List.of("check")),
          Map.entry("lint", List.of("check")),
          Map.entry("help", List.of("explain", "manual")),
          // keys
          Map.entry("library", List.of("libraries")),
          Map.entry("libs", List.of("libraries")),
          Map.entry("jars", List.of("libraries")),
          Map.entry("dependencies", List.of("libraries")),
          Map.entry("classpath", List.of("libraries")),
          Map.entry("classes", List.of("own")),
          Map.entry("files", List.of("own")),
          Map.entry("resources", List.of("own")),
          Map.entry("exclude", List.of("except")),
          Map.entry("excludes", List.of("except")),
          Map.entry("ignore", List.of("except")),
          Map.entry("type", List.of("kind")),
          Map.entry("format", List.of("kind", "formats")),
          Map.entry("output", List.of("file")),
          Map.entry("filename", List.of("file")),
          Map.entry("main-class", List.of("main", "program")),
          Map.entry("mainclass", List.of("main", "program")),
          Map.entry("class", List.of("main")),
          Map.entry("args", List.of("arguments")),
          Map.entry("parameters", List.of("arguments")),
          Map.entry("vm-options", List.of("options")),
          Map.entry("jvm-options", List.of("options")),
          Map.entry("jvm-args", List.of("options")),
          Map.entry("jdk", List.of("java")),
          Map.entry("jre", List.of("java", "runtimes")),
          Map.entry("runtime", List.of("java", "runtimes")),
          Map.entry("gui", List.of("surface")),
          Map.entry("console", List.of("surface")),
          Map.entry("directory", List.of("folder")),
          Map.entry("workdir", List.of("folder")),
          Map.entry("working-directory", List.of("folder")),
          Map.entry("daemon", List.of("service")),
          Map.entry("timeout", List.of("within")),
          Map.entry("description", List.of("summary")),
          Map.entry("vendor", List.of("maker")),
          Map.entry("author", List.of("maker")),
          Map.entry("publisher", List.of("maker")),
          Map.entry("company", List.of("maker")),
          Map.entry("url", List.of("homepage", "address")),
          Map.entry("website", List.of("homepage")),
          Map.entry("email", List.of("contact")),
          Map.entry("licence", List.of("license")),
          Map.entry("identifier", List.of("id")),
          Map.entry("image", List.of("icon")),
          Map.entry("logo", List.of("icon")),
          Map.entry("platform", List.of("platforms")),
          Map.entry("os", List.of("platforms")),
          Map.entry("artifacts", List.of("deliverables")),
          Map.entry("packages", List.of("deliverables")),
          Map.entry("outputs", List.of("deliverables")),
          Map.entry("targets", List.of("deliverables")),
          Map.entry("inputs", List.of("materials")),
          Map.entry("sources", List.of("materials")),
          Map.entry("launchers", List.of("programs")),
          Map.entry("commands", List.of("programs")),
          Map.entry("application", List.of("app")));

  private Senses() {}

  /** Names among these that mean what a word means. */
  static List<String> of(String word, Collection<String> names) {
    return WORDS.getOrDefault(word.toLowerCase(Locale.ROOT), List.of()).stream()
        .filter(names::contains)
        .toList();
  }
}
