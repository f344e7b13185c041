package example.pier;

import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.eclipse.jetty.ee10.servlet.ServletContextHandler;
import org.eclipse.jetty.server.Server;

/** Another servlet container, which takes the program's own class loader. */
public final class Main {
  public static void main(String[] arguments) throws Exception {
    Server server = new Server(Integer.parseInt(arguments[0]));
    ServletContextHandler context = new ServletContextHandler("/");
    context.addServlet(Tide.class, "/tide");
    server.setHandler(context);
    server.start();
    System.out.println("pier on " + arguments[0]);
    server.join();
  }

  public static final class Tide extends HttpServlet {
    @Override
    protected void doGet(HttpServletRequest request, HttpServletResponse response)
        throws IOException {
      response.getWriter().print("low water");
    }
  }
}
