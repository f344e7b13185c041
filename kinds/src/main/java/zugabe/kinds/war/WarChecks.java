package zugabe.kinds.war;

import com.google.re2j.Pattern;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.jar.JarPlan;
import zugabe.core.materials.Library;
import zugabe.core.materials.OwnFile;
import zugabe.core.program.ServerPackages;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.classfile.ServletFacts;
import zugabe.formats.classfile.UnreadableClassException;
import zugabe.formats.zip.ArchivedContent;

/** What a server would refuse, or silently not do. */
final class WarChecks {
  private static final String DESCRIPTOR = "WEB-INF/web.xml";
  private static final String FRAGMENT = "META-INF/web-fragment.xml";
  private static final String INITIALIZER = "servlet.ServletContainerInitializer";

  /**
   * Files that are served to everybody when they lie outside {@code WEB-INF} and {@code META-INF}.
   */
  private static final Pattern PRIVATE =
      Pattern.compile(
          "(?i)(.*/)?((web-inf|meta-inf|\\.git|\\.svn|\\.hg)/.*"
              + "|[^/]+\\.(class|java|jar|war|properties|p12|pfx|jks|keystore|key|pem|sql|bak|orig|swp|log)"
              + "|\\.env(\\.[^/]*)?|\\.ht(access|passwd)|\\.ds_store|[^/]+~|pom\\.xml|zugabe\\.yaml|application[^/]*\\.ya?ml|web\\.xml)");

  private final JarPlan deliverable;
  private final Findings findings;
  private final List<Library> libraries;
  private final List<Descriptor> descriptors = new ArrayList<>();
  private final Map<String, String> servlets = new HashMap<>();
  private final Map<String, String> addresses = new HashMap<>();
  private final Set<String> namespaces = new TreeSet<>();
  private boolean answers;

  private WarChecks(JarPlan deliverable, List<Library> libraries, Findings findings) {
    this.deliverable = deliverable;
    this.findings = findings;
    this.libraries = libraries;
  }

  /**
   * Holds everything against each other.
   *
   * @param libraries those that travel as the application's own
   */
  static void run(JarPlan plan, List<Library> libraries, Findings findings) throws IOException {
    WarChecks checks = new WarChecks(plan, libraries, findings);
    checks.descriptors();
    checks.own();
    checks.libraries();
    checks.content();
    checks.judge();
  }

  private Optional<OwnFile> web(String path) {
    return deliverable.materials().web().stream().filter(f -> f.path().equals(path)).findFirst();
  }

  private void descriptors() throws IOException {
    Optional<OwnFile> main = web(DESCRIPTOR);
    if (main.isPresent()) {
      String name = main.get().file().name();
      Descriptor.read(name, main.get().file(), Where.file(name), findings)
          .ifPresent(descriptors::add);
    }
    Map<String, String> fragments = new HashMap<>();
    for (Library library : libraries) {
      Optional<ArchivedContent> fragment = library.content(FRAGMENT);
      if (fragment.isPresent()) {
        Optional<Descriptor> read =
            Descriptor.read(
                library.title(),
                fragment.get(),
                Where.file(library.file().name()).inside(FRAGMENT, -1),
                findings);
        read.ifPresent(descriptors::add);
        read.flatMap(Descriptor::name)
            .ifPresent(name -> twice("the fragment name", name, library.title(), fragments));
      }
    }
    for (Descriptor d : descriptors) {
      answers |= d.active();
      d.servlets().forEach(s -> twice("the servlet", s, d.origin(), servlets));
      d.patterns().forEach(p -> address(p.address(), p.servlet()));
      missing(d);
    }
  }

  private void twice(String what, String name, String origin, Map<String, String> known) {
    String other = known.putIfAbsent(name, origin);
    if (other != null && !other.equals(origin)) {
      findings.add(
          WarCode.Z4020,
          deliverable.where(),
          other + " and " + origin + " both register " + what + " \"" + name + "\".",
          "Remove one of them, or give one another name.");
    }
  }

  private void address(String address, String servlet) {
    String other = addresses.putIfAbsent(address, servlet);
    if (other != null && !other.equals(servlet)) {
      findings.add(
          WarCode.Z4020,
          deliverable.where(),
          "The servlets " + other + " and " + servlet + " both answer " + address + ".",
          "Let one of them answer another address.");
    }
  }

  /** Classes that a server would look for in vain. */
  private void missing(Descriptor d) {
    for (String name : d.classes()) {
      String path = name.replace('.', '/') + ".class";
      boolean own =
          deliverable.materials().own().stream().anyMatch(f -> f.path().equals(path))
              || web(WarTree.CLASSES + path).isPresent()
              || deliverable.materials().libraries().stream()
                  .anyMatch(l -> l.content(path).isPresent());
      if (!own && !ServerPackages.have(path)) {
        findings.add(
            WarCode.Z4024,
            deliverable.where(),
            d.origin() + " names the class " + name + ", which isn't in the archive.",
            "Correct the name, or add the library that has it.");
      }
    }
  }

  private void own() throws IOException {
    for (OwnFile file : deliverable.materials().own()) {
      if (file.path().equals("META-INF/services/jakarta." + INITIALIZER)
          || file.path().equals("META-INF/services/javax." + INITIALIZER)) {
        answers = true;
      }
      if (file.path().endsWith(".class") && file.file().size() <= ClassFacts.MAX_BYTES) {
        own(file);
      }
    }
  }

  private void own(OwnFile file) throws IOException {
    try (InputStream in = file.file().open()) {
      ServletFacts facts = ServletFacts.decode(in.readAllBytes());
      namespaces.addAll(facts.namespaces());
      register(facts);
    } catch (UnreadableClassException e) {
      // told where classes are looked at for their versions
      return;
    }
  }

  private void register(ServletFacts facts) {
    answers |= !facts.registers().isEmpty();
    String name = facts.servletName().orElse(facts.name());
    // the mapping of a descriptor stands instead of the annotation's (section 8.2.3)
    if (facts.registers().contains("servlet") && !servlets.containsKey(name)) {
      facts.patterns().forEach(p -> address(p, name));
    }
  }

  private void libraries() throws IOException {
    for (Library library : libraries) {
      Set<String> registered = new TreeSet<>();
      Map<String, String> example = new HashMap<>();
      ServletClasses concerned = ServletClasses.of(library);
      for (ArchivedContent content : library.contents()) {
        String name = content.entry().name();
        if (name.startsWith("META-INF/services/") && name.endsWith("." + INITIALIZER)) {
          answers = true;
          registered.add(name.contains("javax.") ? "javax" : "jakarta");
        }
        if (name.endsWith(".class")
            && !name.startsWith("META-INF/versions/")
            && content.size() <= ClassFacts.MAX_BYTES
            && concerned.may(name)) {
          look(content, registered, example, concerned);
        }
      }
      concerned.keep();
      others(library, registered, example);
    }
  }

  private void look(
      ArchivedContent content,
      Set<String> registered,
      Map<String, String> example,
      ServletClasses concerned)
      throws IOException {
    try (InputStream in = content.open()) {
      byte[] bytes = in.readAllBytes();
      if (!ServletFacts.mayConcern(bytes)) {
        return;
      }
      concerned.add(content.entry().name());
      ServletFacts facts = ServletFacts.decode(bytes);
      facts.namespaces().forEach(n -> example.putIfAbsent(n, facts.name()));
      if (!facts.registers().isEmpty()) {
        registered.addAll(facts.namespaces());
        register(facts);
      }
    } catch (UnreadableClassException e) {
      // told where libraries are read
      return;
    }
  }

  /** A library for the other interfaces is found dead at the first call. */
  private void others(Library library, Set<String> registered, Map<String, String> example) {
    String mine = namespaces.size() == 1 ? namespaces.iterator().next() : "";
    for (String namespace : new TreeSet<>(example.keySet())) {
      if (mine.isEmpty() || namespace.equals(mine)) {
        continue;
      }
      if (registered.contains(namespace)) {
        findings.add(
            WarCode.Z4017,
            Where.file(library.file().name()),
            library.title()
                + " registers itself with "
                + namespace
                + ".servlet, and the application's own classes use "
                + mine
                + ".servlet.",
            "Take the version of the library that is made for " + mine + ".servlet.");
      } else if (!example.containsKey(mine)) {
        findings.add(
            WarCode.Z4022,
            Where.file(library.file().name()),
            library.title()
                + " refers to "
                + namespace
                + ".servlet (in "
                + example.get(namespace)
                + "), and the application's own classes use "
                + mine
                + ".servlet.",
            "Take the version of the library that is made for "
                + mine
                + ".servlet, unless that class is never used.");
      }
    }
  }

  private void content() {
    for (OwnFile file : deliverable.materials().web()) {
      String path = file.path();
      boolean hidden = path.startsWith("WEB-INF/") || path.startsWith("META-INF/");
      answers |= !hidden;
      answers |= path.startsWith(WarTree.CLASSES) || path.startsWith(WarTree.LIBRARIES);
      if (!hidden && PRIVATE.matcher(path).matches()) {
        findings.add(
            WarCode.Z4021,
            file.where(),
            file.file().name() + " would be served to everybody as /" + path + ".",
            "Put it into WEB-INF, or name only what is to be served.");
      }
    }
  }

  private void judge() {
    descriptors.stream()
        .filter(d -> d.origin().endsWith("web.xml"))
        .flatMap(d -> d.jakarta().stream())
        .forEach(
            jakarta -> {
              if (namespaces.isEmpty()) {
                namespaces.add(jakarta ? "jakarta" : "javax");
              }
            });
    if (namespaces.size() > 1) {
      findings.add(
          WarCode.Z4017,
          deliverable.where(),
          "The application's own classes use javax.servlet and jakarta.servlet.",
          "Compile all of them for one of the two; no server has both.");
    } else if (!namespaces.isEmpty()) {
      findings.add(
          WarCode.Z4018,
          deliverable.where(),
          "It needs a server with " + generation(namespaces.iterator().next()) + ".",
          "Nothing.");
    }
    if (!answers) {
      findings.add(
          WarCode.Z4019,
          deliverable.where(),
          "Nothing in \""
              + deliverable.file()
              + "\" would answer: no descriptor with a servlet, no initializer, no annotated class, no page.",
          "Name the folder of classes under own:, and that of pages under web:.");
    }
  }

  private String generation(String namespace) {
    String version =
        descriptors.stream()
            .filter(d -> d.origin().endsWith("web.xml"))
            .flatMap(d -> d.version().stream())
            .findFirst()
            .orElse("");
    return namespace.equals("jakarta")
        ? "Jakarta Servlet "
            + (version.isEmpty() ? "5.0" : version)
            + " or later, such as Tomcat 10 or Jetty 12"
        : "Java Servlet up to 4.0, such as Tomcat 9 or Jetty 10; later ones don't know javax.servlet";
  }
}
