package zugabe.formats.certificate;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import javax.security.auth.x500.X500Principal;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Names of holders of certificates. */
public final class DistinguishedNameTest {
  @DataProvider
  public Object[][] names() {
    return new Object[][] {
      {"CN=Release Desk,O=Gannet Harbour Works,C=GB"},
      {"emailAddress=desk@gannet.example,CN=Release Desk"},
      {"CN=Gannet,serialNumber=17,jurisdictionC=GB,businessCategory=Private Organization"},
      {"CN=K\u00fcste,ST=Saltmarsh"},
      {"CN=a\\, b\\+c"},
    };
  }

  @Test(dataProvider = "names")
  public void attributesAreTold(String name) {
    Map<String, String> numbers =
        Map.of(
            "EMAILADDRESS",
            "1.2.840.113549.1.9.1",
            "SERIALNUMBER",
            "2.5.4.5",
            "JURISDICTIONC",
            "1.3.6.1.4.1.311.60.2.1.3",
            "BUSINESSCATEGORY",
            "2.5.4.15");
    assertThat(DistinguishedName.of(new X500Principal(name, numbers))).isEqualTo(name);
  }

  @Test
  public void whatHasNoKeywordKeepsItsNumber() {
    X500Principal name = new X500Principal("1.2.3.4=#0c0178,CN=Gannet");
    assertThat(DistinguishedName.of(name)).isEqualTo("1.2.3.4=#0c0178,CN=Gannet");
  }
}
