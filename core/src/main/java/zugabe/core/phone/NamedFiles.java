package zugabe.core.phone;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.formats.dex.DexLinks;

/**
 * Assets and native libraries that byte code names by constant text, and that don't go into the
 * package. Names that are put together while it runs aren't seen.
 */
final class NamedFiles {
  static final String ASSETS = "assets/";
  static final String LIBRARIES = "lib/";

  /** How a page of an application's own browser view names an asset. */
  private static final String PAGE = "file:///android_asset/";

  /** Code that is prepared for any platform, and for what an application doesn't have. */
  private static final List<String> LIBRARY_CODE =
      List.of("Landroidx/", "Landroid/support/", "Lcom/google/android/", "Lkotlin/", "Lkotlinx/");

  private static final Map<String, Set<String>> LOADING =
      Map.of(
          "Ljava/lang/System;",
          Set.of("loadLibrary"),
          "Ljava/lang/Runtime;",
          Set.of("loadLibrary"));

  private static final Map<String, Set<String>> OPENING =
      Map.of(
          "Landroid/content/res/AssetManager;", Set.of("open", "openFd"),
          "Landroid/graphics/Typeface;", Set.of("createFromAsset"),
          "Landroid/webkit/WebView;", Set.of("loadUrl"));

  private final Set<String> entries;
  private final Map<String, String> lower = new TreeMap<>();
  private final Findings findings;

  /**
   * @param entries of the package
   */
  NamedFiles(Set<String> entries, Findings findings) {
    this.entries = entries;
    this.findings = findings;
    new TreeSet<>(entries).forEach(e -> lower.putIfAbsent(e.toLowerCase(Locale.ROOT), e));
  }

  /** Whether a method opens a file by its name. */
  static boolean opens(DexLinks.Member method) {
    return method.method() && (is(LOADING, method) || is(OPENING, method));
  }

  private static boolean is(Map<String, Set<String>> methods, DexLinks.Member method) {
    String name = method.signature().substring(0, method.signature().indexOf('('));
    return methods.getOrDefault(method.owner(), Set.of()).contains(name);
  }

  /** Looks at all byte code, by names for messages. */
  void run(Map<String, DexLinks> code) {
    code.forEach(
        (file, links) ->
            links.uses().stream()
                .filter(c -> opens(c.member()) && !isLibrary(c.in()))
                .distinct()
                .forEach(c -> c.texts().forEach(text -> named(file, c, text))));
  }

  /** Libraries for older platforms open what an application may have or not. */
  static boolean isLibrary(String type) {
    return LIBRARY_CODE.stream().anyMatch(type::startsWith);
  }

  private void named(String file, DexLinks.Use call, String text) {
    String in = CodeLinks.plain(call.in());
    if (is(LOADING, call.member())) {
      String library = "lib" + text + ".so";
      boolean there =
          NativeChecks.PLATFORM.contains(library)
              || entries.stream()
                  .anyMatch(e -> e.startsWith(LIBRARIES) && e.endsWith("/" + library));
      if (!there) {
        findings.add(
            PhoneCode.Z5319,
            Where.file(file),
            in
                + " loads the library \""
                + text
                + "\", and no "
                + library
                + " goes into the package.",
            "Add it by natives:, or mend the name.");
      }
      return;
    }
    boolean page = call.member().owner().equals("Landroid/webkit/WebView;");
    if (page && !text.startsWith(PAGE)) {
      return;
    }
    String entry = ASSETS + (page ? path(text.substring(PAGE.length())) : text);
    if (!entries.contains(entry)) {
      Optional<String> other = Optional.ofNullable(lower.get(entry.toLowerCase(Locale.ROOT)));
      findings.add(
          PhoneCode.Z5319,
          Where.file(file),
          in
              + " opens "
              + entry
              + ", and "
              + other
                  .map(o -> "the package has " + o + ": capital letters count.")
                  .orElse("that doesn't go into the package."),
          "Add it by assets:, or mend the name.");
    }
  }

  /** Without what a page's address has behind its path. */
  private static String path(String address) {
    int end = address.length();
    for (char one : new char[] {'?', '#'}) {
      int at = address.indexOf(one);
      end = at >= 0 && at < end ? at : end;
    }
    return address.substring(0, end);
  }
}
