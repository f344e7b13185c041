package example.quay;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import org.apache.catalina.startup.Tomcat;
import org.springframework.context.annotation.AnnotationConfigApplicationContext;

/**
 * Beans found by looking through a package, and a servlet container that finds its pages through a
 * service. With a port, it serves until it is stopped; without, it asks itself one page.
 */
public final class Main {
  public static void main(String[] arguments) throws Exception {
    int port = arguments.length == 0 ? 0 : Integer.parseInt(arguments[0]);
    try (var beans = new AnnotationConfigApplicationContext(Settings.class)) {
      Tomcat tomcat = new Tomcat();
      tomcat.setBaseDir(Files.createTempDirectory("quay").toString());
      tomcat.setPort(port);
      tomcat.getConnector();
      // parent
      tomcat.addWebapp("", Files.createTempDirectory("quay").toString());
      tomcat.start();
      System.out.println(beans.getBean(Greeting.class).text() + " on " + port);
      if (port == 0) {
        System.out.println(page(tomcat.getConnector().getLocalPort()));
        tomcat.stop();
        tomcat.destroy();
      } else {
        tomcat.getServer().await();
      }
    }
  }

  private static String page(int port) throws Exception {
    URI page = URI.create("http://127.0.0.1:" + port + "/tide");
    HttpRequest request = HttpRequest.newBuilder(page).build();
    return HttpClient.newHttpClient().send(request, BodyHandlers.ofString()).body();
  }
}
