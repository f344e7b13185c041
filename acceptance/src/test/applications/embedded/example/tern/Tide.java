package example.tern;

import jakarta.servlet.annotation.WebServlet;
import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;

/** Answers on a server and in one of its own. */
@WebServlet(name = "tide", urlPatterns = "/tide")
public class Tide extends HttpServlet {
  private static final long serialVersionUID = 1;

  @Override
  protected void doGet(HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    response.getWriter().write("high water " + example.lib.Greeting.text());
  }
}
