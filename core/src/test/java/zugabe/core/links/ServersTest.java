package zugabe.core.links;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What servlet containers have, by their generations. */
public final class ServersTest {
  @DataProvider
  public Object[][] some() {
    return new Object[][] {
      {0b00001, "Java Servlet 3.1"},
      {0b00010, "Java Servlet 4.0"},
      {0b00011, "Java Servlet 3.1 and later"},
      {0b00100, "Jakarta Servlet 5.0"},
      {0b01100, "Jakarta Servlet 5.0 to 6.0"},
      {0b11000, "Jakarta Servlet 6.0 and later"},
      {0b10000, "Jakarta Servlet 6.1"},
    };
  }

  @Test(dataProvider = "some")
  public void generationsInWords(int bits, String text) {
    assertThat(Servers.text(bits)).isEqualTo(text);
  }

  @Test
  public void packagesLeaveSomeOpen() {
    assertThat(Servers.open("javax/servlet/Servlet")).isEqualTo(0b00011);
    assertThat(Servers.open("jakarta/servlet/Servlet")).isEqualTo(0b11100);
    assertThat(Servers.open(0b00010)).isEqualTo(0b00011);
    assertThat(Servers.open(0b01000)).isEqualTo(0b11100);
  }

  @DataProvider
  public Object[][] classes() {
    return new Object[][] {
      {"javax/servlet/http/HttpServlet", 0b00011},
      {"javax/servlet/http/PushBuilder", 0b00010},
      {"jakarta/servlet/http/HttpServlet", 0b11100},
      // these came with 6.0, and this one went
      {"jakarta/servlet/ServletConnection", 0b11000},
      {"jakarta/servlet/http/HttpSessionContext", 0b00100},
      {"jakarta/servlet/jsp/JspWriter", 0b11100},
      {"jakarta/el/ELContext", 0b11100},
      {"jakarta/websocket/server/ServerEndpoint", 0b11100},
      {"jakarta/servlet/jsp/jstl/core/Config", 0},
      {"jakarta/persistence/Entity", 0},
    };
  }

  @Test(dataProvider = "classes")
  public void theTableHasClassesByGeneration(String name, int generations) throws IOException {
    PlatformTable table = PlatformTable.ofServers();
    assertThat(table.versions(name)).isEqualTo(generations);
    assertThat(table.has(name)).isEqualTo(generations != 0);
  }

  @Test
  public void theTableHasMembersByGeneration() throws IOException {
    PlatformTable.Type cookie =
        PlatformTable.ofServers().type("jakarta/servlet/http/Cookie").orElseThrow();
    Map<String, Integer> members = cookie.members();
    assertThat(members)
        .containsEntry("getName()Ljava/lang/String;", 0b11100)
        .containsEntry("setAttribute(Ljava/lang/String;Ljava/lang/String;)V", 0b11000);
    assertThat(PlatformTable.of(17).type("java/lang/String").orElseThrow().members())
        .containsKey("strip()Ljava/lang/String;")
        .doesNotContainKey("splitWithDelimiters(Ljava/lang/String;I)[Ljava/lang/String;");
  }
}
