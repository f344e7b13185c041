package zugabe.core.links;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import zugabe.core.links.Missing.Sure;
import zugabe.formats.classfile.ClassLinks;
import zugabe.formats.classfile.MemberText;

/** Missing things that one remedy mends, in words. */
record Reported(List<Missing> group, int java) {
  private static final int FEW = 3;

  Missing.Kind kind() {
    return group.get(0).kind();
  }

  /** Whether code that is called needs one of them. */
  boolean isSure() {
    return group.stream().anyMatch(m -> m.sure() == Sure.CALLED);
  }

  String what() {
    String names = few(group.stream().map(Missing::name).toList());
    String verb = isSure() ? (isOne() ? " is" : " are") : " may be";
    String absent = verb + " missing; " + needed();
    return switch (kind()) {
      case CLASS -> (isOne() ? "Class " : "Classes ") + names + absent;
      case OTHER_JAVA ->
          names + (isOne() ? " isn't" : " aren't") + " in Java " + java + "; " + needed();
      case MEMBER -> owner() + " has no member " + members() + "; " + needed();
      case PROVIDER -> "The service provider " + names + absent;
      case NO_PROVIDER -> noProvider();
      case RESOURCE -> "The resource " + names + absent;
      case NATIVE -> "The native library " + names + absent;
      case DRIVER ->
          "No library here answers to addresses that start with " + names + "; " + needed();
      case UNKNOWN ->
          needers() + " for classes by names that aren't constant; what these are isn't followed.";
      case SOME_SERVERS ->
          few(group.stream().map(Reported::onServers).toList())
              + (isOne() ? " is" : " are")
              + " in "
              + Servers.text(servers(group.get(0)))
              + " only; "
              + needed();
      case SYSTEM_LOADER ->
          askers()
              + " the system's class loader, which doesn't see libraries inside the jar; "
              + "what they look for there, they won't find.";
      case CONCEALED ->
          names
              + (isOne() ? " is" : " are")
              + " internal to Java, which keeps "
              + them()
              + " to itself; "
              + needed();
    };
  }

  /** The module that provides a service where modules don't count. */
  private String module() {
    String name = group.get(0).name();
    return name.substring(name.indexOf(' ') + 1).equals(name)
        ? ""
        : name.substring(name.indexOf(' ') + 1);
  }

  private String noProvider() {
    String service = group.get(0).name().split(" ", -1)[0];
    return module().isEmpty()
        ? "Nothing provides the service " + service + "; " + needed()
        : "The module "
            + module()
            + " provides the service "
            + service
            + ", which counts only on the module path; "
            + needed();
  }

  /** The generations of servers that have it, as bits. */
  static int servers(Missing m) {
    return Integer.parseInt(m.name().substring(0, m.name().indexOf(' ')));
  }

  private static String onServers(Missing m) {
    String name = m.name().substring(m.name().indexOf(' ') + 1);
    int space = name.indexOf(' ');
    int open = name.indexOf('(');
    return open < 0
        ? name.split(" ", -1)[0] + (space < 0 ? "" : "." + name.split(" ", -1)[1])
        : name.substring(0, open).replace(' ', '.') + "()";
  }

  private boolean isOne() {
    return group.size() == 1;
  }

  private String them() {
    return isOne() ? "it" : "them";
  }

  private String owner() {
    String name = group.get(0).name();
    return name.substring(0, name.indexOf(' '));
  }

  private String members() {
    return few(
        group.stream()
            .map(m -> MemberText.of(m.name().substring(m.name().indexOf(' ') + 1)))
            .toList());
  }

  private String needed() {
    Set<String> by = new TreeSet<>();
    Set<String> in = new TreeSet<>();
    group.forEach(
        m -> {
          by.addAll(m.by());
          in.addAll(m.in());
        });
    return few(List.copyOf(by))
        + (by.size() == 1 ? " needs " : " need ")
        + them()
        + " ("
        + few(List.copyOf(in))
        + ").";
  }

  private String needers() {
    Set<String> by = new TreeSet<>();
    group.forEach(m -> by.addAll(m.by()));
    return few(List.copyOf(by)) + (by.size() == 1 ? " looks" : " look");
  }

  private String askers() {
    List<String> names = group.stream().map(m -> m.name().split(" ", -1)[0]).distinct().toList();
    Set<String> in = new TreeSet<>();
    group.forEach(m -> in.addAll(m.in()));
    return few(names) + " (" + few(List.copyOf(in)) + (names.size() == 1 ? ") asks" : ") ask");
  }

  /** The line of code that hands over another loader, where it is known. */
  private String otherLoader() {
    boolean server = group.stream().anyMatch(m -> m.name().startsWith("org.apache.catalina."));
    String setter = group.get(0).name().substring(group.get(0).name().indexOf(' ') + 1);
    if (server) {
      return "Call tomcat.getServer().setParentClassLoader(Main.class.getClassLoader()) before it starts, Main being a class of yours";
    }
    return setter.equals(ClassLinks.ITSELF)
        ? "Hand over a class loader of yours, such as Main.class.getClassLoader(), if there is a way to"
        : "Call " + setter + "(Main.class.getClassLoader()) on it, Main being a class of yours";
  }

  /** One that is missed in several packages may be several. */
  private String library(String home) {
    List<String> packages =
        group.stream().map(m -> LinkCheck.packageOf(m.name())).distinct().toList();
    if (packages.size() > 1) {
      return "the library or libraries that have packages " + few(packages);
    }
    return "the library that has " + (home.isEmpty() ? "it" : "package " + home);
  }

  String fix() {
    String name = group.get(0).name();
    String home = name.contains(".") ? name.substring(0, name.lastIndexOf('.')) : "";
    return switch (kind()) {
      case CLASS -> "Add " + library(home) + " to libraries:.";
      case OTHER_JAVA ->
          "Name a version that has "
              + them()
              + " under java:, or add a library that has package "
              + home
              + " to libraries:.";
      case MEMBER -> "Take versions of the libraries that belong together.";
      case PROVIDER -> "Add the library that has this class, or the newer one that lists another.";
      case NO_PROVIDER ->
          module().isEmpty()
              ? "Add a library that provides it, unless the program does without."
              : "Name the providers in META-INF/services as well; or start the program from the module path, by modules: {main: "
                  + module()
                  + "} if that is its main module.";
      case RESOURCE -> "Add the file to own:, in that folder, with that spelling.";
      case DRIVER -> "Add the library of the database's driver to libraries:.";
      case NATIVE -> "Name its files by platform under natives:.";
      case UNKNOWN -> "Rehearse what depends on them, such as plug-ins and drivers.";
      case SYSTEM_LOADER -> otherLoader() + ". Or write libraries: merged or beside.";
      case SOME_SERVERS -> "Choose a server of that generation, or do without " + them() + ".";
      case CONCEALED ->
          "Take a newer version of the library, or allow it by the option --add-exports=MODULE/"
              + home
              + "=ALL-UNNAMED.";
    };
  }

  static String few(List<String> names) {
    int more = names.size() - FEW;
    return String.join(", ", names.subList(0, Math.min(FEW, names.size())))
        + (more > 0 ? " and " + more + " more" : "");
  }
}
