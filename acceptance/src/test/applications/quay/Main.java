package example.quay;

import java.nio.file.Files;
import org.apache.catalina.startup.Tomcat;
import org.springframework.context.annotation.AnnotationConfigApplicationContext;

/** Beans from annotations, and a servlet container that finds its pages through a service. */
public final class Main {
  public static void main(String[] arguments) throws Exception {
    int port = Integer.parseInt(arguments[0]);
    try (var beans = new AnnotationConfigApplicationContext(Settings.class)) {
      Tomcat tomcat = new Tomcat();
      tomcat.setBaseDir(Files.createTempDirectory("quay").toString());
      tomcat.setPort(port);
      tomcat.getConnector();
      // parent
      tomcat.addWebapp("", Files.createTempDirectory("quay").toString());
      tomcat.start();
      System.out.println(beans.getBean(String.class) + " on " + port);
      tomcat.getServer().await();
    }
  }
}
