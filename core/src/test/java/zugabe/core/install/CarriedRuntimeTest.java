package zugabe.core.install;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.core.Folders;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.OwnFile;
import zugabe.core.materials.ReadExtent;

/** What a Java runtime says of itself. */
public final class CarriedRuntimeTest {
  private Path folder = Path.of("");

  @BeforeMethod
  public void make() throws IOException {
    folder = Files.createTempDirectory("runtime");
  }

  @AfterMethod
  public void remove() throws IOException {
    Folders.remove(folder);
  }

  private Optional<CarriedRuntime> read(String release, String java, Findings findings)
      throws IOException {
    List<OwnFile> files = new ArrayList<>();
    for (String name : List.of("release", java)) {
      if (name.isEmpty() || (name.equals("release") && release == null)) {
        continue;
      }
      Path file = folder.resolve(name);
      Files.createDirectories(file.getParent());
      Files.writeString(file, name.equals("release") ? release : "");
      FileContent content = new FileContent(file, name, Files.size(file), ReadExtent.IN_PART);
      files.add(new OwnFile(name, content, Optional.empty(), Where.file("zugabe.yaml")));
    }
    return CarriedRuntime.of(files, Where.file("zugabe.yaml"), findings);
  }

  @DataProvider
  public Object[][] runtimes() {
    return new Object[][] {
      {"JAVA_VERSION=\"17.0.9\"\nOS_NAME=\"Linux\"\nOS_ARCH=\"x86_64\"\n", 17, "linux-x64"},
      {"JAVA_VERSION=\"1.8.0_292\"\nOS_NAME=\"Linux\"\nOS_ARCH=\"amd64\"\n", 8, "linux-x64"},
      {"OS_ARCH=\"aarch64\"\r\nOS_NAME=\"Darwin\"\r\nJAVA_VERSION=\"21\"\r\n", 21, "macos-arm64"},
      {"JAVA_VERSION=\"25-ea\"\nOS_NAME=\"Windows\"\nOS_ARCH=\"i686\"", 25, "windows-x86"},
      {"JAVA_VERSION=\"17\"\n", 17, "unknown-unknown"},
      {"JAVA_VERSION=\"17\"\nOS_NAME=\"Plan9\"\nOS_ARCH=\"mips\"\n", 17, "Plan9-mips"},
    };
  }

  @Test(dataProvider = "runtimes")
  public void versionAndPlatformAreRead(String release, int java, String platform)
      throws Exception {
    Findings findings = new Findings();
    CarriedRuntime runtime = read(release, "bin/java", findings).orElseThrow();
    assertThat(findings.sorted()).isEmpty();
    assertThat(runtime.java()).isEqualTo(java);
    assertThat(runtime.platform()).isEqualTo(platform);
  }

  @DataProvider
  public Object[][] others() {
    return new Object[][] {
      {null, "bin/java", "no file release"},
      {"JAVA_VERSION=\"17\"\n", "", "no bin/java"},
      {"JAVA_VERSION=\"17\"\n", "jre/bin/java", "no bin/java"},
      {"", "bin/java", "JAVA_VERSION is \"\""},
      {"JAVA_VERSION=\"seventeen\"\n", "bin/java.exe", "JAVA_VERSION is \"seventeen\""},
      {"JAVA_VERSION=\"99999999999\"\n", "bin/java", "doesn't tell the version"},
    };
  }

  @Test(dataProvider = "others")
  public void whatIsNoRuntimeIsAFinding(String release, String java, String what) throws Exception {
    Findings findings = new Findings();
    assertThat(read(release, java, findings)).isEmpty();
    assertThat(findings.sorted()).extracting(Finding::code).containsExactly(InstallCode.Z3014);
    assertThat(findings.sorted().get(0).what()).contains(what);
  }
}
