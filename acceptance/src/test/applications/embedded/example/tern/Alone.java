package example.tern;

import java.nio.file.Files;
import org.apache.catalina.Context;
import org.apache.catalina.startup.Tomcat;

/** Starts a server of its own. */
public class Alone {
  public static void main(String[] args) throws Exception {
    Tomcat server = new Tomcat();
    server.setBaseDir(Files.createTempDirectory("alone").toString());
    server.setPort(Integer.parseInt(args[0]));
    server.getConnector();
    Context context = server.addContext("", null);
    Tomcat.addServlet(context, "tide", new Tide());
    context.addServletMappingDecoded("/tide", "tide");
    server.start();
    server.getServer().await();
  }
}
