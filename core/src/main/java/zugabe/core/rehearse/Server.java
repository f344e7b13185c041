package zugabe.core.rehearse;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Regex;

/**
 * A server for web archives, known by its folder. It is started with a base folder of its own in
 * the throw-away place; its own folder stays as it is.
 *
 * @param folder of the server
 * @param kind which one it is
 */
public record Server(Path folder, Kind kind) {
  /** Those that are known. */
  public enum Kind {
    TOMCAT("Tomcat", "lib/catalina.jar"),
    JETTY("Jetty", "start.jar");

    private final String title;
    private final String mark;

    Kind(String title, String mark) {
      this.title = title;
      this.mark = mark;
    }
  }

  /** The server in a folder, or in the only folder of it; empty when none is known there. */
  public static Optional<Server> in(Path folder) throws IOException {
    for (Kind kind : Kind.values()) {
      if (Files.isRegularFile(folder.resolve(kind.mark))) {
        return Optional.of(new Server(folder, kind));
      }
    }
    return Optional.empty();
  }

  static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
      return socket.getLocalPort();
    }
  }

  /** The address of an archive on a server: its file name, of which {@code ROOT} is the top. */
  static String context(String war) {
    String name = Regex.replaceFirst(war, "(##.*)?\\.war$", "");
    return name.equalsIgnoreCase("ROOT") ? "/" : "/" + name.replace('#', '/') + "/";
  }

  Start start(Place place, Path war, int port) throws IOException {
    Path base = place.work().resolve("base");
    Path webapps = Files.createDirectories(base.resolve("webapps"));
    Files.copy(war, webapps.resolve(war.getFileName()));
    List<String> words = kind == Kind.TOMCAT ? tomcat(base, port) : jetty(base, port);
    return new Start(Optional.empty(), words, kind.title + " with " + war.getFileName());
  }

  private List<String> tomcat(Path base, int port) throws IOException {
    for (String name : List.of("conf", "logs", "temp", "work")) {
      Files.createDirectories(base.resolve(name));
    }
    Files.copy(
        folder.resolve("conf/web.xml"),
        base.resolve("conf/web.xml"),
        StandardCopyOption.REPLACE_EXISTING);
    Files.writeString(
        base.resolve("conf/server.xml"),
        """
        <Server port="-1">
          <Service name="Catalina">
            <Connector address="127.0.0.1" port="%d" protocol="HTTP/1.1"/>
            <Engine name="Catalina" defaultHost="localhost">
              <Host name="localhost" appBase="webapps" unpackWARs="false" autoDeploy="false"/>
            </Engine>
          </Service>
        </Server>
        """
            .formatted(port));
    return List.of(
        "-Dcatalina.home=" + folder,
        "-Dcatalina.base=" + base,
        "-cp",
        folder.resolve("bin/bootstrap.jar")
            + System.getProperty("path.separator")
            + folder.resolve("bin/tomcat-juli.jar"),
        "org.apache.catalina.startup.Bootstrap",
        "start");
  }

  /** One file per module: a property belongs to the modules in front of it in its file. */
  private List<String> jetty(Path base, int port) throws IOException {
    Path start = Files.createDirectories(base.resolve("start.d"));
    Files.writeString(
        start.resolve("http.ini"),
        "--module=http\njetty.http.host=127.0.0.1\njetty.http.port=" + port + "\n");
    Files.writeString(
        start.resolve("ee10.ini"),
        "--module=ee10-deploy\n--module=ee10-jsp\n--module=ee10-annotations\n");
    return List.of("-jar", folder.resolve("start.jar").toString(), "jetty.base=" + base);
  }
}
