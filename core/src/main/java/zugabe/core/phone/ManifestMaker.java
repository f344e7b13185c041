package zugabe.core.phone;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.resources.SourceElement;
import zugabe.core.resources.SourceElement.Attribute;
import zugabe.formats.androidxml.XmlAttribute;

/**
 * Makes the manifest as a source: from the recipe alone, or the one written by hand completed with
 * what the recipe says.
 */
final class ManifestMaker {
  private static final String MAIN = "android.intent.action.MAIN";
  private static final String LAUNCHER = "android.intent.category.LAUNCHER";

  private final Findings findings;
  private final SourceElement root;

  /** Where the recipe says what the manifest may say as well. */
  private final Where recipe;

  ManifestMaker(Optional<SourceElement> written, Where where, Findings findings) {
    this.findings = findings;
    this.recipe = where;
    this.root =
        written.orElse(new SourceElement("", "manifest", List.of(), new ArrayList<>(), where));
  }

  /**
   * What the recipe says beside what it declares.
   *
   * @param label text or a reference
   * @param icon a reference; empty for none
   */
  record Facts(
      String id,
      String version,
      int code,
      PhoneTarget target,
      String label,
      Optional<String> icon,
      boolean hasCode,
      boolean hasNatives) {}

  SourceElement make(Facts facts, Declares declares, boolean labelSaid) {
    SourceElement manifest = fill(root, "", "package", facts.id(), recipe);
    manifest = android(manifest, "versionCode", Integer.toString(facts.code()), recipe);
    manifest = android(manifest, "versionName", facts.version(), recipe);
    manifest = levels(manifest, facts.target());
    for (Located<String> permission : declares.permissions()) {
      manifest = named(manifest, "uses-permission", permission.value(), permission.where());
    }
    for (Map.Entry<String, Located<Boolean>> feature : declares.features().entrySet()) {
      Where at = feature.getValue().where();
      manifest = named(manifest, "uses-feature", feature.getKey(), at);
      manifest =
          with(
              manifest,
              "uses-feature",
              feature.getKey(),
              "required",
              feature.getValue().value().toString(),
              at);
    }
    SourceElement application =
        child(manifest, "application").orElse(empty("application", root.where()));
    application = looks(application, facts, labelSaid);
    if (declares.application().isPresent()) {
      Located<String> own = declares.application().get();
      application =
          android(application, "name", Component.full(own.value(), facts.id()), own.where());
    }
    application = components(application, declares, facts);
    return replaced(manifest, application);
  }

  private SourceElement looks(SourceElement application, Facts facts, boolean labelSaid) {
    SourceElement made = application;
    boolean has = application.in(XmlAttribute.ANDROID, "label").isPresent();
    if (!has || labelSaid) {
      made = android(made, "label", facts.label(), recipe);
    }
    if (facts.icon().isPresent() && made.in(XmlAttribute.ANDROID, "icon").isEmpty()) {
      made = android(made, "icon", facts.icon().get(), recipe);
      if (made.in(XmlAttribute.ANDROID, "roundIcon").isEmpty()) {
        made = android(made, "roundIcon", facts.icon().get() + "_round", recipe);
      }
    }
    if (!facts.hasCode()) {
      made = android(made, "hasCode", "false", recipe);
    }
    if (facts.hasNatives() && made.in(XmlAttribute.ANDROID, "extractNativeLibs").isEmpty()) {
      // they are stored, and phones map them into memory as they lie
      made = android(made, "extractNativeLibs", "false", recipe);
    }
    return made;
  }

  private SourceElement levels(SourceElement manifest, PhoneTarget target) {
    SourceElement uses = child(manifest, "uses-sdk").orElse(empty("uses-sdk", manifest.where()));
    boolean hand = uses.in(XmlAttribute.ANDROID, "minSdkVersion").isPresent();
    if (!hand || target.lowest().given()) {
      uses =
          android(uses, "minSdkVersion", Integer.toString(target.least()), target.lowest().where());
    }
    boolean made = uses.in(XmlAttribute.ANDROID, "targetSdkVersion").isPresent();
    if (!made || target.target().given()) {
      uses =
          android(
              uses, "targetSdkVersion", Integer.toString(target.made()), target.target().where());
    }
    return replaced(manifest, uses);
  }

  private SourceElement components(SourceElement application, Declares declares, Facts facts) {
    SourceElement made = application;
    boolean only = declares.activities().size() == 1;
    for (Map.Entry<String, Component> one : declares.activities().entrySet()) {
      Component c = one.getValue();
      boolean launcher = c.launcher().map(Located::value).orElse(only);
      made = component(made, "activity", one.getKey(), c, launcher, facts);
    }
    for (Map.Entry<String, Component> one : declares.services().entrySet()) {
      made = component(made, "service", one.getKey(), one.getValue(), false, facts);
    }
    for (Map.Entry<String, Component> one : declares.receivers().entrySet()) {
      made = component(made, "receiver", one.getKey(), one.getValue(), false, facts);
    }
    return made;
  }

  private SourceElement component(
      SourceElement application,
      String kind,
      String name,
      Component said,
      boolean launcher,
      Facts facts) {
    String full = Component.full(name, facts.id());
    Optional<SourceElement> written =
        application.children().stream()
            .filter(e -> e.name().equals(kind))
            .filter(
                e ->
                    e.in(XmlAttribute.ANDROID, "name")
                        .filter(n -> Component.full(n, facts.id()).equals(full))
                        .isPresent())
            .findFirst();
    if (written.isPresent()) {
      findings.add(
          PhoneCode.Z5302,
          said.where(),
          "The manifest declares " + name + " as well: " + written.get().where().text() + ".",
          "Say all of it in one of the two places.");
      return application;
    }
    List<SourceElement.Node> inner = new ArrayList<>();
    if (launcher || !said.actions().isEmpty()) {
      inner.add(new SourceElement.Inner(filter(said, launcher)));
    }
    SourceElement made =
        new SourceElement(
            "",
            kind,
            List.of(new Attribute(XmlAttribute.ANDROID, "name", full)),
            inner,
            said.where());
    boolean exported =
        said.exported().map(Located::value).orElse(launcher || !said.actions().isEmpty());
    made = android(made, "exported", Boolean.toString(exported), said.where());
    if (said.label().isPresent()) {
      made = android(made, "label", said.label().get().value(), said.where());
    }
    if (said.orientation().isPresent()) {
      made =
          android(
              made, "screenOrientation", said.orientation().get().value().platform(), said.where());
    }
    if (said.permission().isPresent()) {
      made = android(made, "permission", said.permission().get().value(), said.where());
    }
    return added(application, made);
  }

  private static SourceElement filter(Component said, boolean launcher) {
    List<SourceElement.Node> nodes = new ArrayList<>();
    if (launcher) {
      nodes.add(new SourceElement.Inner(leaf("action", MAIN, said.where())));
      nodes.add(new SourceElement.Inner(leaf("category", LAUNCHER, said.where())));
    }
    for (Located<String> action : said.actions()) {
      nodes.add(new SourceElement.Inner(leaf("action", action.value(), action.where())));
    }
    return new SourceElement("", "intent-filter", List.of(), nodes, said.where());
  }

  private static SourceElement leaf(String element, String name, Where where) {
    return new SourceElement(
        "",
        element,
        List.of(new Attribute(XmlAttribute.ANDROID, "name", name)),
        new ArrayList<>(),
        where);
  }

  private static SourceElement empty(String name, Where where) {
    return new SourceElement("", name, List.of(), new ArrayList<>(), where);
  }

  private static Optional<SourceElement> child(SourceElement in, String name) {
    return in.children().stream().filter(e -> e.name().equals(name)).findFirst();
  }

  /** With one element in the place of the first of its name, or at the end. */
  private static SourceElement replaced(SourceElement in, SourceElement by) {
    List<SourceElement.Node> nodes = new ArrayList<>();
    boolean done = false;
    for (SourceElement.Node node : in.nodes()) {
      boolean it =
          !done
              && node instanceof SourceElement.Inner inner
              && inner.element().name().equals(by.name());
      nodes.add(it ? new SourceElement.Inner(by) : node);
      done |= it;
    }
    SourceElement made =
        new SourceElement(in.namespace(), in.name(), in.attributes(), nodes, in.where());
    return done ? made : added(made, by);
  }

  private static SourceElement added(SourceElement in, SourceElement one) {
    List<SourceElement.Node> nodes = new ArrayList<>(in.nodes());
    nodes.add(new SourceElement.Inner(one));
    return new SourceElement(in.namespace(), in.name(), in.attributes(), nodes, in.where());
  }

  private SourceElement named(SourceElement in, String element, String name, Where where) {
    boolean there =
        in.children().stream()
            .anyMatch(
                e ->
                    e.name().equals(element)
                        && e.in(XmlAttribute.ANDROID, "name").filter(name::equals).isPresent());
    return there ? in : added(in, leaf(element, name, where));
  }

  private SourceElement with(
      SourceElement in, String element, String name, String attribute, String value, Where where) {
    List<SourceElement.Node> nodes = new ArrayList<>();
    for (SourceElement.Node node : in.nodes()) {
      boolean it =
          node instanceof SourceElement.Inner inner
              && inner.element().name().equals(element)
              && inner.element().in(XmlAttribute.ANDROID, "name").filter(name::equals).isPresent();
      nodes.add(
          it
              ? new SourceElement.Inner(
                  android(((SourceElement.Inner) node).element(), attribute, value, where))
              : node);
    }
    return new SourceElement(in.namespace(), in.name(), in.attributes(), nodes, in.where());
  }

  private SourceElement android(SourceElement in, String name, String value, Where where) {
    return fill(in, XmlAttribute.ANDROID, name, value, where);
  }

  /** Adds an attribute; another value that is there is a finding. */
  private SourceElement fill(
      SourceElement in, String namespace, String name, String value, Where where) {
    Optional<String> there = in.in(namespace, name);
    if (there.isPresent()) {
      if (!there.get().equals(value)) {
        findings.add(
            PhoneCode.Z5302,
            in.where(),
            "The manifest says "
                + name
                + " \""
                + there.get()
                + "\", and the recipe \""
                + value
                + "\": "
                + where.text()
                + ".",
            "Remove it from the manifest, or say the same in both.");
      }
      return in;
    }
    List<Attribute> attributes = new ArrayList<>(in.attributes());
    attributes.add(new Attribute(namespace, name, value));
    return new SourceElement(in.namespace(), in.name(), attributes, in.nodes(), in.where());
  }
}
