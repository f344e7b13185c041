package zugabe.core.phone;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.core.android.Part;
import zugabe.core.android.Platform;
import zugabe.core.android.PlatformClasses;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.Where;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.androidxml.XmlReader;

/** Views and fragments that layouts name, and of which the platform can't make an object. */
final class LayoutClasses {
  private static final String LAYOUTS = "res/layout";
  private static final String TAKES_ATTRIBUTES =
      "<init>(Landroid/content/Context;Landroid/util/AttributeSet;)V";

  /** Elements that stand for something else than a view of their name. */
  private static final Set<String> OTHERS =
      Set.of("include", "merge", "requestFocus", "tag", "blink", "fragment", "view");

  private final AppClasses classes;
  private final Function<String, Where> where;
  private final Findings findings;
  private final List<String> views = PlatformClasses.known().views();

  /**
   * @param where a layout's source, by its path in the package
   */
  LayoutClasses(AppClasses classes, Function<String, Where> where, Findings findings) {
    this.classes = classes;
    this.where = where;
    this.findings = findings;
  }

  /** Looks at all layouts among the entries of a package. */
  void run(Map<String, Content> entries) throws IOException {
    for (Map.Entry<String, Content> entry : entries.entrySet()) {
      if (entry.getKey().startsWith(LAYOUTS) && entry.getKey().endsWith(".xml")) {
        try {
          element(XmlReader.read(entry.getValue().access()), where.apply(entry.getKey()));
        } catch (MalformedException ignored) {
          // of a finished package, which travels as it is
        }
      }
    }
  }

  private void element(XmlElement e, Where at) {
    Where here = e.line() > 0 ? at.at(e.line()) : at;
    String name = e.name();
    if (name.equals("layout")) {
      tell(
          here,
          "It is a layout with expressions, which aren't compiled.",
          "Make the view itself the root, and set the values in the code.");
      return;
    }
    Optional<String> said = e.plain("class").map(XmlAttribute::shown);
    if (name.equals("view")) {
      said.ifPresent(n -> view(n, here));
    } else if (name.equals("fragment") || name.endsWith(".FragmentContainerView")) {
      Stream.concat(
              said.stream(),
              e
                  .android("name", Platform.known().attributeNumber("name"))
                  .map(XmlAttribute::shown)
                  .stream())
          .forEach(n -> fragment(n, here));
    }
    if (name.indexOf('.') >= 0) {
      view(name, here);
    } else if (!OTHERS.contains(name) && !views.contains(name)) {
      tell(
          here,
          "The platform has no view \"" + name + "\".",
          Nearest.hint(name, views) + " A view of your own is named with its package.");
    }
    e.children().forEach(c -> element(c, at));
  }

  private void view(String name, Where at) {
    if (!isThere(name, "view", at)) {
      return;
    }
    classes
        .fault(name, Part.VIEW, TAKES_ATTRIBUTES)
        .ifPresent(
            fault ->
                tell(
                    at,
                    "The layout names the view " + name + ", and that class " + fault + ".",
                    "Mend the name, or give the class that constructor."));
  }

  private void fragment(String name, Where at) {
    if (isThere(name, "fragment", at)) {
      classes
          .unmade(name, AppClasses.PLAIN)
          .ifPresent(
              fault ->
                  tell(
                      at,
                      "The layout names the fragment " + name + ", and that class " + fault + ".",
                      "Make it a public class with a constructor without arguments."));
    }
  }

  private boolean isThere(String name, String what, Where at) {
    if (classes.isThere(name)) {
      return true;
    }
    tell(
        at,
        "The layout names the " + what + " " + name + ", and no byte code holds that class.",
        "Mend the name, or add the .dex file that has it by code:.");
    return false;
  }

  private void tell(Where at, String what, String fix) {
    findings.add(PhoneCode.Z5326, at, what, fix);
  }
}
