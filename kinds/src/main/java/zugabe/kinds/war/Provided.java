package zugabe.kinds.war;

import java.util.List;
import java.util.Optional;
import zugabe.core.materials.Library;
import zugabe.core.program.ServerPackages;

/**
 * Libraries that a server has itself, recognised by what is in them: with a second copy of its
 * interfaces one server ignores the copy, another refuses the application; with a whole server
 * inside some don't start it at all.
 */
final class Provided {
  /** A class that marks a kind of library, and what it is. */
  private record Mark(String entry, String what) {}

  private static final List<Mark> MARKS =
      List.of(
          // a whole server brings the interfaces along
          new Mark("org/apache/catalina/core/StandardContext.class", "the server Tomcat"),
          new Mark("org/eclipse/jetty/server/Server.class", "the server Jetty"),
          new Mark("io/undertow/Undertow.class", "the server Undertow"),
          new Mark("jakarta/servlet/Servlet.class", "the servlet interfaces"),
          new Mark("javax/servlet/Servlet.class", "the servlet interfaces"),
          new Mark("jakarta/servlet/jsp/JspContext.class", "the interfaces of server pages"),
          new Mark("javax/servlet/jsp/JspContext.class", "the interfaces of server pages"),
          new Mark("jakarta/el/ELContext.class", "the expression language"),
          new Mark("javax/el/ELContext.class", "the expression language"),
          new Mark("jakarta/websocket/Session.class", "the websocket interfaces"),
          new Mark("javax/websocket/Session.class", "the websocket interfaces"),
          new Mark("jakarta/websocket/server/ServerContainer.class", "the websocket interfaces"),
          new Mark("org/apache/jasper/servlet/JspServlet.class", "a compiler of server pages"));

  private Provided() {}

  /** What of a server it is; empty for a library of the application's own. */
  static Optional<String> what(Library library, boolean serverInside) {
    Optional<String> marked =
        MARKS.stream()
            .filter(m -> library.content(m.entry()).isPresent())
            .map(Mark::what)
            .findFirst();
    if (marked.isPresent() || !serverInside) {
      return marked;
    }
    List<String> classes =
        library.contents().stream()
            .map(c -> c.entry().name())
            .filter(n -> n.endsWith(".class") && !n.startsWith("META-INF/") && n.contains("/"))
            .toList();
    boolean all = !classes.isEmpty() && classes.stream().allMatch(ServerPackages::have);
    return all ? Optional.of("part of a server") : Optional.empty();
  }

  /** Whether a whole server is among the libraries; then what belongs to it is its as well. */
  static boolean hasServer(List<Library> libraries) {
    return libraries.stream()
        .anyMatch(l -> what(l, false).filter(w -> w.startsWith("the server ")).isPresent());
  }
}
