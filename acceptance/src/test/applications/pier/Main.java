package example.pier;

import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import org.eclipse.jetty.ee10.servlet.ServletContextHandler;
import org.eclipse.jetty.server.Server;

/**
 * Another servlet container, which takes the program's own class loader. With a port, it serves
 * until it is stopped; without, it asks itself one page.
 */
public final class Main {
  public static void main(String[] arguments) throws Exception {
    int port = arguments.length == 0 ? 0 : Integer.parseInt(arguments[0]);
    Server server = new Server(port);
    ServletContextHandler context = new ServletContextHandler("/");
    context.addServlet(Tide.class, "/tide");
    server.setHandler(context);
    server.start();
    System.out.println("pier on " + port);
    if (port == 0) {
      System.out.println(page(server.getURI().resolve("/tide")));
      server.stop();
    }
    server.join();
  }

  private static String page(URI address) throws Exception {
    HttpRequest request = HttpRequest.newBuilder(address).build();
    return HttpClient.newHttpClient().send(request, BodyHandlers.ofString()).body();
  }

  public static final class Tide extends HttpServlet {
    @Override
    protected void doGet(HttpServletRequest request, HttpServletResponse response)
        throws IOException {
      response.getWriter().print("low water");
    }
  }
}
