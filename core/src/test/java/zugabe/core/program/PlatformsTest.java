package zugabe.core.program;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public final class PlatformsTest {
  @DataProvider
  public Object[][] programs() {
    return new Object[][] {
      {"linux-x64", "linux-x64", true},
      {"linux-x64", "linux-arm64", false},
      {"linux-x64", "windows-x64", false},
      {"windows-x86", "windows-x64", true},
      {"windows-x86", "windows-arm64", true},
      {"windows-x64", "windows-x86", false},
      {"windows-x64", "windows-arm64", true},
      {"windows-arm64", "windows-x64", false},
      {"macos-x64", "macos-arm64", true},
      {"macos-arm64", "macos-x64", false},
      {"windows-x86", "linux-x64", false},
    };
  }

  @Test(dataProvider = "programs")
  public void aSystemStartsItsOwnAndWhatItEmulates(
      String builtFor, String platform, boolean starts) {
    assertThat(Platforms.start(List.of(builtFor), platform)).isEqualTo(starts);
    assertThat(Platforms.start(List.of("other", builtFor), platform)).isEqualTo(starts);
    assertThat(Platforms.start(List.of(), platform)).isTrue();
  }
}
