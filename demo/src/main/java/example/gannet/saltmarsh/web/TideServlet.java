package example.gannet.saltmarsh.web;

import example.gannet.saltmarsh.tides.Harbours;
import jakarta.servlet.annotation.WebServlet;
import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.LocalDate;
import java.time.ZoneOffset;

/** Answers {@code /curve} with today's tide curve of the first harbour. */
@WebServlet("/curve")
public final class TideServlet extends HttpServlet {
  private static final long serialVersionUID = 1;

  @Override
  protected void doGet(HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    response.setContentType("image/svg+xml;charset=utf-8");
    response
        .getWriter()
        .write(TideCurve.svg(Harbours.load().all().get(0), LocalDate.now(ZoneOffset.UTC)));
  }
}
