package example.gannet.saltmarsh.service;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import example.gannet.saltmarsh.tides.Harbour;
import example.gannet.saltmarsh.tides.Harbours;
import example.gannet.saltmarsh.tides.TideJson;
import example.gannet.saltmarsh.tides.Turn;
import java.io.IOException;
import java.io.InputStream;
import java.net.HttpURLConnection;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URL;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Answers on {@code /} with a page and on {@code /tides/HARBOUR} with JSON. */
public final class TideService {
  private static final Logger LOG = LoggerFactory.getLogger(TideService.class);
  private static final int DEFAULT_PORT = 8340;

  private final Harbours harbours = Harbours.load();
  private final HttpServer server;

  private TideService(int port) throws IOException {
    server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
    server.createContext("/", this::page);
    server.createContext("/tides/", this::json);
  }

  public static void main(String[] args) throws IOException {
    List<String> given = List.of(args);
    if (given.contains("--self-test")) {
      selfTest();
      return;
    }
    int port =
        given.size() == 2 && given.get(0).equals("--port")
            ? Integer.parseInt(given.get(1))
            : DEFAULT_PORT;
    TideService service = new TideService(port);
    service.server.start();
    LOG.info("answering on http://localhost:{}/", service.server.getAddress().getPort());
  }

  /** Starts on a free port, asks itself, and stops. */
  private static void selfTest() throws IOException {
    TideService service = new TideService(0);
    service.server.start();
    try {
      int port = service.server.getAddress().getPort();
      URL address = new URL("http://127.0.0.1:" + port + "/tides/gannet-quay?day=2026-03-01");
      HttpURLConnection connection = (HttpURLConnection) address.openConnection();
      System.out.println("GET /tides/gannet-quay answered " + connection.getResponseCode());
      try (InputStream in = connection.getInputStream()) {
        new String(in.readAllBytes(), StandardCharsets.UTF_8)
            .lines()
            .limit(4)
            .forEach(System.out::println);
      }
    } finally {
      service.server.stop(0);
    }
  }

  private void page(HttpExchange exchange) throws IOException {
    StringBuilder html =
        new StringBuilder(
            "<!doctype html><html lang=\"en\"><meta charset=\"utf-8\"><title>Saltmarsh</title><h1>Tides today</h1>");
    LocalDate today = LocalDate.now(ZoneOffset.UTC);
    for (Harbour h : harbours.all()) {
      html.append("<h2><a href=\"/tides/")
          .append(h.id())
          .append("\">")
          .append(h.name())
          .append("</a></h2><ul>");
      for (Turn t : h.turns(today)) {
        html.append(
            String.format(
                Locale.ROOT,
                "<li>%s %s %.2f m</li>",
                t.time().toString().substring(11, 16),
                t.high() ? "high" : "low",
                t.heightMetres()));
      }
      html.append("</ul>");
    }
    answer(exchange, 200, "text/html; charset=utf-8", html.append("</html>").toString());
  }

  private void json(HttpExchange exchange) throws IOException {
    String id = exchange.getRequestURI().getPath().substring("/tides/".length());
    String query = exchange.getRequestURI().getQuery();
    LocalDate day =
        query != null && query.matches("day=\\d{4}-\\d\\d-\\d\\d")
            ? LocalDate.parse(query.substring(4))
            : LocalDate.now(ZoneOffset.UTC);
    var harbour = harbours.named(id);
    if (harbour.isEmpty()) {
      answer(exchange, 404, "application/json", "{\"error\": \"no such harbour\"}");
    } else {
      answer(exchange, 200, "application/json", TideJson.of(harbour.get(), day));
    }
  }

  private static void answer(HttpExchange exchange, int status, String type, String text)
      throws IOException {
    byte[] body = text.getBytes(StandardCharsets.UTF_8);
    exchange.getResponseHeaders().set("Content-Type", type);
    exchange.sendResponseHeaders(status, body.length);
    exchange.getResponseBody().write(body);
    exchange.close();
  }
}
