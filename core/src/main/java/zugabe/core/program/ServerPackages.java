package zugabe.core.program;

import java.util.List;

/** Packages of the common servers for Java. */
public final class ServerPackages {
  private static final List<String> PACKAGES =
      List.of(
          "org/apache/catalina/",
          "org/apache/coyote/",
          "org/apache/tomcat/",
          "org/apache/jasper/",
          "org/apache/naming/",
          "org/apache/juli/",
          "org/eclipse/jetty/",
          "io/undertow/",
          "org/xnio/");

  private ServerPackages() {}

  /**
   * Whether a class is a server's own, which another server never runs.
   *
   * @param name with slashes
   */
  public static boolean have(String name) {
    return PACKAGES.stream().anyMatch(name::startsWith);
  }
}
