package zugabe.core.phone;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import zugabe.core.android.PackageManifest;
import zugabe.core.android.Platform;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.androidxml.XmlNode;
import zugabe.formats.arsc.Value;

/** Changes a compiled manifest: identity, version, names, icon, marks of trying things out. */
final class ManifestPatch {
  private static final List<String> COMPONENTS =
      List.of("activity", "activity-alias", "service", "receiver", "provider");

  /** Attributes of components that name classes. */
  private static final List<String> CLASSES = List.of("name", "targetActivity");

  private XmlElement root;
  private final Set<String> renamed = new TreeSet<>();
  private final List<String> marks = new ArrayList<>();

  ManifestPatch(XmlElement root) {
    this.root = root;
  }

  XmlElement done() {
    return root;
  }

  /** Names that began with the old id and begin with the new one now. */
  Set<String> renamed() {
    return new LinkedHashSet<>(renamed);
  }

  /** Marks that were taken away. */
  List<String> marks() {
    return List.copyOf(marks);
  }

  private static XmlAttribute attribute(String name, Value value) {
    return XmlAttribute.android(name, Platform.known().attributeNumber(name), value);
  }

  private static XmlElement set(XmlElement in, String name, Value value) {
    List<XmlAttribute> all = without(in, name);
    all.add(attribute(name, value));
    return in.withAttributes(all);
  }

  private static List<XmlAttribute> without(XmlElement in, String name) {
    Optional<XmlAttribute> there = in.android(name, Platform.known().attributeNumber(name));
    List<XmlAttribute> all = new ArrayList<>(in.attributes());
    there.ifPresent(all::remove);
    return all;
  }

  private interface Change {
    XmlElement of(XmlElement element);
  }

  private static XmlElement children(XmlElement in, Change change) {
    List<XmlNode> nodes = new ArrayList<>();
    for (XmlNode node : in.nodes()) {
      nodes.add(
          node instanceof XmlNode.Child child
              ? new XmlNode.Child(change.of(child.element()))
              : node);
    }
    return in.withNodes(nodes);
  }

  private void application(Change change) {
    root = children(root, e -> e.name().equals("application") ? change.of(e) : e);
  }

  /** Another id: classes keep their names in full, names that begin with the old id follow. */
  ManifestPatch id(String id) {
    String old = new PackageManifest(root).id();
    if (old.equals(id)) {
      return this;
    }
    PackageManifest before = new PackageManifest(root);
    application(
        a ->
            children(
                classes(a, before), c -> COMPONENTS.contains(c.name()) ? classes(c, before) : c));
    root = follow(root, old, id);
    List<XmlAttribute> all = new ArrayList<>();
    for (XmlAttribute a : root.attributes()) {
      all.add(
          a.name().equals("package") && a.namespace().isEmpty()
              ? XmlAttribute.plain("package", id)
              : a);
    }
    root = root.withAttributes(all);
    return this;
  }

  private static XmlElement classes(XmlElement in, PackageManifest before) {
    XmlElement made = in;
    for (String name : CLASSES) {
      Optional<XmlAttribute> there = in.android(name, Platform.known().attributeNumber(name));
      if (there.isPresent() && there.get().value().type() == Value.STRING) {
        made = set(made, name, Value.string(before.className(there.get().value().text())));
      }
    }
    return made;
  }

  /** Authorities and permissions of one application must not be those of another. */
  private XmlElement follow(XmlElement in, String old, String id) {
    boolean permission = in.name().contains("permission");
    XmlElement made = in;
    for (String name : permission ? List.of("name") : List.of("authorities", "permission")) {
      Optional<XmlAttribute> there = made.android(name, Platform.known().attributeNumber(name));
      if (there.isPresent() && there.get().value().text().startsWith(old + ".")) {
        renamed.add(there.get().value().text());
        made =
            set(made, name, Value.string(id + there.get().value().text().substring(old.length())));
      }
    }
    return children(made, c -> follow(c, old, id));
  }

  ManifestPatch version(String name, int code) {
    root = set(root, "versionName", Value.string(name));
    root = set(root, "versionCode", Value.number(code));
    root = root.withAttributes(without(root, "versionCodeMajor"));
    return this;
  }

  ManifestPatch levels(PhoneTarget target) {
    boolean there = root.child("uses-sdk").isPresent();
    if (!there) {
      root = added(root, XmlElement.of("uses-sdk", List.of(), List.of()));
    }
    root =
        children(
            root,
            e -> {
              XmlElement made = e;
              if (e.name().equals("uses-sdk") && target.lowest().given()) {
                made = set(made, "minSdkVersion", Value.number(target.least()));
              }
              if (e.name().equals("uses-sdk") && target.target().given()) {
                made = set(made, "targetSdkVersion", Value.number(target.made()));
              }
              return made;
            });
    return this;
  }

  private static XmlElement added(XmlElement in, XmlElement one) {
    List<XmlNode> nodes = new ArrayList<>(in.nodes());
    nodes.add(0, new XmlNode.Child(one));
    return in.withNodes(nodes);
  }

  ManifestPatch permissions(List<String> names) {
    for (String name : names) {
      if (!new PackageManifest(root).permissions().contains(name)) {
        root =
            added(
                root,
                XmlElement.of(
                    "uses-permission", List.of(attribute("name", Value.string(name))), List.of()));
      }
    }
    return this;
  }

  /** Another label; what the launcher starts has no other one any more. */
  ManifestPatch label(Value label) {
    return shown(List.of("label"), label);
  }

  /** Other icons, which the launcher's activities don't override. */
  ManifestPatch icon(Value icon, Value round) {
    shown(List.of("icon"), icon);
    return shown(List.of("roundIcon"), round);
  }

  private ManifestPatch shown(List<String> names, Value value) {
    Set<String> launchers = new TreeSet<>();
    PackageManifest manifest = new PackageManifest(root);
    for (PackageManifest.Component one : manifest.components()) {
      if (one.launcher()) {
        launchers.add(one.name());
      }
    }
    for (String name : names) {
      application(
          a ->
              children(
                  set(a, name, value),
                  c -> {
                    boolean launcher =
                        c.android("name", Platform.known().attributeNumber("name"))
                            .filter(n -> launchers.contains(manifest.className(n.shown())))
                            .isPresent();
                    return launcher ? c.withAttributes(without(c, name)) : c;
                  }));
    }
    return this;
  }

  /** Takes away what marks a package as one for trying things out. */
  ManifestPatch unmarked() {
    for (String name : List.of("debuggable", "testOnly")) {
      application(
          a -> {
            List<XmlAttribute> rest = without(a, name);
            if (rest.size() < a.attributes().size()) {
              marks.add(name);
            }
            return a.withAttributes(rest);
          });
    }
    return this;
  }
}
