package example.quay;

import jakarta.servlet.ServletContainerInitializer;
import jakarta.servlet.ServletContext;
import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Set;

public final class Pages implements ServletContainerInitializer {
  @Override
  public void onStartup(Set<Class<?>> classes, ServletContext context) {
    context.addServlet("tide", new Tide()).addMapping("/tide");
  }

  private static final class Tide extends HttpServlet {
    @Override
    protected void doGet(HttpServletRequest request, HttpServletResponse response)
        throws IOException {
      response.getWriter().print("low water");
    }
  }
}
