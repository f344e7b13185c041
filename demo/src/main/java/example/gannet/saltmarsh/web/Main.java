package example.gannet.saltmarsh.web;

import com.sun.net.httpserver.HttpServer;
import example.gannet.saltmarsh.tides.Harbours;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.ZoneOffset;

/** Serves the curve without a servlet container. */
public final class Main {
  private static final int DEFAULT_PORT = 8341;

  private Main() {}

  /**
   * Answers until it is stopped.
   *
   * @param args none, or the port
   */
  public static void main(String[] args) throws IOException {
    int port = args.length == 1 ? Integer.parseInt(args[0]) : DEFAULT_PORT;
    HttpServer server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
    server.createContext(
        "/",
        exchange -> {
          byte[] svg =
              TideCurve.svg(Harbours.load().all().get(0), LocalDate.now(ZoneOffset.UTC))
                  .getBytes(StandardCharsets.UTF_8);
          exchange.getResponseHeaders().set("Content-Type", "image/svg+xml;charset=utf-8");
          exchange.sendResponseHeaders(200, svg.length);
          exchange.getResponseBody().write(svg);
          exchange.close();
        });
    server.start();
    System.out.println("answering on http://localhost:" + server.getAddress().getPort() + "/");
  }
}
