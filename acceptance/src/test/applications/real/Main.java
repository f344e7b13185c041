package example.real;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import java.io.InputStream;
import java.net.JarURLConnection;
import java.net.URL;
import java.net.URLConnection;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.Security;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.Arrays;
import java.util.Collections;
import java.util.HexFormat;
import java.util.List;
import java.util.TreeSet;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javax.crypto.Cipher;
import org.apache.logging.log4j.LogManager;
import org.bouncycastle.jce.provider.BouncyCastleProvider;
import org.springframework.context.support.ClassPathXmlApplicationContext;
import org.xerial.snappy.Snappy;

/** Uses libraries that are hard to package, and prints what it got: the same however they travel. */
public class Main {
  public static void main(String[] args) throws Exception {
    if (args.length > 0) {
      aboutTravel();
      return;
    }
    databases();
    LogManager.getLogger(Main.class).error("spring tide");
    cryptography();
    JsonParser json = new JsonFactory().createParser("[7.25]");
    json.nextToken();
    json.nextToken();
    System.out.println("json " + json.getDoubleValue());
    System.out.println("multi-release " + major("com/fasterxml/jackson/core/internal/shaded/fdp/v2_22_4/FastDoubleSwar.class"));
    System.out.println("snappy " + Snappy.uncompressString(Snappy.compress("neap tide")));
    scanning();
    try (InputStream in = Main.class.getResourceAsStream("/résumé ü 水.txt")) {
      System.out.print(new String(in.readAllBytes(), StandardCharsets.UTF_8));
    }
    URL url = Main.class.getClassLoader().getResource("résumé ü 水.txt");
    System.out.print(new String(new URL(url.toExternalForm()).openStream().readAllBytes(), StandardCharsets.UTF_8));
    parallel();
    System.out.println("loader of the thread " + (Thread.currentThread().getContextClassLoader() == Main.class.getClassLoader()));
  }

  private static void databases() throws Exception {
    for (String url : new String[] {"jdbc:h2:mem:t", "jdbc:hsqldb:mem:t"}) {
      try (Connection c = DriverManager.getConnection(url);
          Statement s = c.createStatement()) {
        s.execute("create table tide(height int)");
        s.execute("insert into tide values(7)");
        ResultSet r = s.executeQuery("select height from tide");
        r.next();
        System.out.println(c.getMetaData().getDatabaseProductName() + " " + r.getInt(1));
      }
    }
  }

  private static void cryptography() throws Exception {
    Security.addProvider(new BouncyCastleProvider());
    MessageDigest digest = MessageDigest.getInstance("SHA3-256", "BC");
    System.out.println(HexFormat.of().formatHex(digest.digest("tide".getBytes(StandardCharsets.UTF_8))));
    System.out.println(Cipher.getInstance("AES/GCM/NoPadding", "BC").getProvider().getName());
  }

  private static int major(String name) throws Exception {
    try (InputStream in = Main.class.getClassLoader().getResourceAsStream(name)) {
      return in.readNBytes(8)[7];
    }
  }

  private static void scanning() {
    try (ClassPathXmlApplicationContext context = new ClassPathXmlApplicationContext("beans.xml")) {
      String[] names = context.getBeanDefinitionNames();
      Arrays.sort(names);
      for (String name : names) {
        if (!name.startsWith("org.")) {
          System.out.println("bean " + name);
        }
      }
      System.out.println("list " + context.getBean("heights", List.class));
    }
  }

  /** Many threads load many classes at once. */
  private static void parallel() throws Exception {
    ExecutorService threads = Executors.newFixedThreadPool(8);
    Callable<Integer> load =
        () -> {
          int loaded = 0;
          for (String name : List.of("org.h2.tools.Server", "org.hsqldb.Server", "org.bouncycastle.crypto.engines.AESEngine", "org.springframework.util.StringUtils")) {
            Class.forName(name);
            loaded++;
          }
          return loaded;
        };
    int all = 0;
    for (var f : threads.invokeAll(Collections.nCopies(32, load))) {
      all += f.get();
    }
    threads.shutdown();
    System.out.println("in parallel " + all);
  }

  /** What differs where libraries are no jars of their own. */
  private static void aboutTravel() throws Exception {
    System.out.println("version " + org.h2.Driver.class.getPackage().getImplementationVersion());
    System.out.println("signed " + (BouncyCastleProvider.class.getProtectionDomain().getCodeSource().getCertificates() != null));
    TreeSet<String> listed = new TreeSet<>();
    for (URL url : Collections.list(Main.class.getClassLoader().getResources("META-INF/services/java.sql.Driver"))) {
      URLConnection connection = new URL(url.toExternalForm()).openConnection();
      ((JarURLConnection) connection).getJarFile().stream()
          .filter(e -> e.getName().startsWith("META-INF/services/java.sql"))
          .forEach(e -> listed.add(e.getName()));
      System.out.println("driver " + new String(connection.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip().replace('\n', ' '));
    }
    System.out.println("listed " + listed);
    System.out.println("location " + org.h2.Driver.class.getProtectionDomain().getCodeSource().getLocation());
  }
}
