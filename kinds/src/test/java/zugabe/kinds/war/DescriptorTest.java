package zugabe.kinds.war;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Optional;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Content;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/** Deployment descriptors, whole, damaged and hostile. */
public final class DescriptorTest {
  private static Optional<Descriptor> read(String xml, Findings findings) throws Exception {
    Content content = Content.of(xml.getBytes(StandardCharsets.UTF_8));
    return Descriptor.read("web.xml", content, Where.file("web.xml"), findings);
  }

  @Test
  public void whatIsRegisteredIsFound() throws Exception {
    Findings findings = new Findings();
    Descriptor d =
        read(
                """
                <?xml version="1.0"?>
                <web-app xmlns="https://jakarta.ee/xml/ns/jakartaee" version="6.0">
                  <!-- a comment -->
                  <filter><filter-name>f</filter-name><filter-class> example.Filter </filter-class></filter>
                  <listener><listener-class>example.Listener</listener-class></listener>
                  <servlet><servlet-name>tide</servlet-name><servlet-class>example.Tide</servlet-class></servlet>
                  <servlet-mapping>
                    <servlet-name>tide</servlet-name>
                    <url-pattern>/tide</url-pattern><url-pattern><![CDATA[/a&b]]></url-pattern>
                  </servlet-mapping>
                </web-app>
                """,
                findings)
            .orElseThrow();
    assertThat(findings.sorted()).isEmpty();
    assertThat(d.jakarta()).contains(true);
    assertThat(d.version()).contains("6.0");
    assertThat(d.servlets()).containsExactly("tide");
    assertThat(d.classes()).containsExactly("example.Filter", "example.Listener", "example.Tide");
    assertThat(d.patterns())
        .containsExactly(
            new Descriptor.Pattern("/tide", "tide"), new Descriptor.Pattern("/a&b", "tide"));
    assertThat(d.active()).isTrue();
  }

  @Test
  public void oldOnesAndFragmentsAreTold() throws Exception {
    Findings findings = new Findings();
    Descriptor old =
        read("<web-app xmlns='http://xmlns.jcp.org/xml/ns/javaee' version='4.0'/>", findings)
            .orElseThrow();
    assertThat(old.jakarta()).contains(false);
    assertThat(old.active()).isFalse();
    Descriptor fragment =
        read("<web-fragment><name>gull</name></web-fragment>", findings).orElseThrow();
    assertThat(fragment.name()).contains("gull");
    assertThat(fragment.jakarta()).isEmpty();
  }

  @DataProvider
  public Object[][] damaged() {
    return new Object[][] {
      {""},
      {"<web-app>"},
      {"<web-app>\n<servlet></web-app>"},
      {"no markup"},
      {"<!DOCTYPE w [<!ENTITY e SYSTEM 'file:///etc/passwd'>]><web-app>&e;</web-app>"},
      {"<!DOCTYPE w [<!ENTITY a 'aaaa'><!ENTITY b '&a;&a;&a;&a;'>]><web-app>&b;</web-app>"},
    };
  }

  @Test(dataProvider = "damaged")
  public void damageAndEntitiesAreFindings(String xml) throws Exception {
    Findings findings = new Findings();
    Optional<Descriptor> read = read(xml, findings);
    // an entity that isn't filled in is as good as a refused one
    assertThat(read.map(d -> d.classes().toString() + d.servlets()).orElse("[][]"))
        .isEqualTo("[][]");
    if (read.isEmpty()) {
      assertThat(findings.sorted()).extracting(Finding::code).containsOnly(WarCode.Z4023);
      assertThat(findings.sorted().get(0).where().text()).contains("line ");
    }
  }
}
