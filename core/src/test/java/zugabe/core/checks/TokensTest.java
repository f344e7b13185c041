package zugabe.core.checks;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.OptionalInt;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Made-up texts in the form of secrets, and texts that only look like some. */
public final class TokensTest {
  private static final String LETTERS = "QUAYSALTMARSHTIDEHERONGANNET";

  /** Put together here, so that nobody who looks for secrets stumbles over this file. */
  @DataProvider
  Object[][] secrets() {
    return new Object[][] {
      {"key = " + "AKI" + "A" + LETTERS.substring(0, 16)},
      {"url: https://x/?k=" + "ASI" + "A" + LETTERS.substring(0, 16) + "&y=1"},
      {"gh" + "p_" + "a1".repeat(18)},
      {"token=" + "glpa" + "t-" + "b2".repeat(10)},
      {"xox" + "b-" + "1234567890-abcdefghij"},
      {"sk_li" + "ve_" + "c3".repeat(12)},
      {
        "Authorization: Bearer "
            + "ey"
            + "JhbGciOiJIUzI1NiJ9.ey"
            + "JzdWIiOiJ0aWRlIn0x.abcdefghijkl"
      },
      {"tide.password = 4a5b6c7d8e9f0a1b2c3d"},
      {"  api_key: \"0123456789abcdef0123456789\""},
      {"CLIENT_SECRET=abc123abc123abc123abc123="},
    };
  }

  @Test(dataProvider = "secrets")
  public void told(String line) {
    assertThat(line(line)).isEqualTo(OptionalInt.of(1));
    assertThat(line("first\n\n" + line + "\nlast\n")).isEqualTo(OptionalInt.of(3));
    assertThat(line("first\r\n\r\n" + line + "\r\nlast\r\n")).isEqualTo(OptionalInt.of(3));
    // behind others that are none, and in a line as long as a file
    assertThat(line("secret access\nPassword\n" + line)).isEqualTo(OptionalInt.of(3));
    assertThat(line("secret; ".repeat(20_000) + "\n" + line)).isEqualTo(OptionalInt.of(2));
    assertThat(line("tide; api_; ".repeat(5_000) + line + "\n")).isEqualTo(OptionalInt.of(1));
  }

  @DataProvider
  Object[][] harmless() {
    return new Object[][] {
      {"password = ${TIDE_PASSWORD_OF_THE_STATION_1}"},
      {"password = changeit"},
      {"# the password is asked for when the program starts"},
      {"password.prompt = Please-write-your-password-here"},
      {"AKIA is how some keys start"},
      {"checksum = 0123456789abcdef0123456789abcdef"},
      {"eyJ.eyJ.x"},
      {"sk_live_"},
      {""},
    };
  }

  @Test(dataProvider = "harmless")
  public void notTold(String line) {
    assertThat(line(line)).isEmpty();
  }

  private static OptionalInt line(String text) {
    return Tokens.line(text.getBytes(StandardCharsets.UTF_8));
  }
}
