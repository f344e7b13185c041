package zugabe.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.core.finding.Finding;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Severity;
import zugabe.core.finding.Where;
import zugabe.core.inspect.Inspection;

public final class TextTest {
  private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();

  private PrintStream stream() {
    bytes.reset();
    return new PrintStream(bytes, true, StandardCharsets.UTF_8);
  }

  private String text() {
    return bytes.toString(StandardCharsets.UTF_8);
  }

  private Terminal terminal(boolean live, int columns) {
    PrintStream out = stream();
    return new Terminal(
        new Terminal.Streams(InputStream.nullInputStream(), out, out),
        new Terminal.Show(live, live, live, columns),
        Path.of("/"),
        Map.of());
  }

  @DataProvider
  public Object[][] sizes() {
    return new Object[][] {
      {0, "0 B"},
      {999, "999 B"},
      {1000, "1.0 kB"},
      {99_940, "99.9 kB"},
      {99_960, "100 kB"},
      {999_499, "999 kB"},
      {999_500, "1.0 MB"},
      {1_234_567, "1.2 MB"},
      {5_000_000_000L, "5.0 GB"},
      {Long.MAX_VALUE, "9.2 EB"}
    };
  }

  @Test(dataProvider = "sizes")
  public void sizesAreReadByPeople(long size, String expected) {
    assertThat(Sizes.of(size)).isEqualTo(expected);
  }

  @Test
  public void countsAndTimes() {
    assertThat(Sizes.count(1, "file")).isEqualTo("1 file");
    assertThat(Sizes.count(12_345, "file")).isEqualTo("12,345 files");
    assertThat(Sizes.time(999)).isEqualTo("999 ms");
    assertThat(Sizes.time(1234)).isEqualTo("1.2 s");
  }

  @Test
  public void linesAreWrappedBetweenWords() {
    assertThat(FindingText.wrap("one two three", 8)).containsExactly("one two", "three");
    assertThat(FindingText.wrap("averylongword x", 4)).containsExactly("averylongword", "x");
  }

  private static Finding finding(Severity severity, String fix) {
    return new Finding(RecipeCode.Z1002, severity, Where.file("r"), "What is so.", "Why.", fix);
  }

  @Test
  public void colourIsNeverTheOnlyCarrierOfMeaning() {
    new FindingText(terminal(true, 80), false, true)
        .print(List.of(finding(Severity.ERROR, "Do it.")));
    assertThat(text())
        .isEqualTo(
            "\033[1;31merror\033[0m Z1002  r\n  What is so.\n  Why: Why.\n  To do: Do it.\n\n");
    new FindingText(terminal(false, 80), true, false)
        .print(List.of(finding(Severity.ERROR, "Nothing."), finding(Severity.NOTE, "x")));
    assertThat(text()).isEqualTo("error Z1002  r\n  What is so.\n");
  }

  @Test
  public void progressIsSilentUnlessSomebodyWatches() {
    for (Terminal t : List.of(terminal(false, 80), terminal(true, 80))) {
      try (ProgressLine line = new ProgressLine(t, false)) {
        line.at("writing", 1, 2);
      }
      assertThat(text()).isEmpty();
    }
    ProgressLine soon = new ProgressLine(terminal(true, 80), true);
    soon.at("writing", 1, 2);
    assertThat(text()).as("not before the first second").isEmpty();
  }

  @Test
  public void progressShowsOneLineAfterASecond() throws InterruptedException {
    ProgressLine line = new ProgressLine(terminal(true, 40), true);
    Thread.sleep(1050);
    line.at("writing a file with a very long name indeed.jar", 0, 0);
    assertThat(text()).isEqualTo("\r\033[Kwriting a file with a very long name in");
    line.end();
    assertThat(text()).endsWith("\r\033[K");
  }

  @Test
  public void theTreeOpensWhatMatters() {
    List<Inspection.Item> items = new ArrayList<>();
    for (int i = 0; i < 5; i++) {
      items.add(new Inspection.Item("big/deep/f" + i, 1000, 10, "deflated", false));
      items.add(new Inspection.Item("tiny/f" + i, 1, 1, "stored", false));
    }
    new TreeText(items).print(stream(), 10);
    assertThat(text().lines().map(l -> l.strip().replaceAll(" +", " ")))
        .containsExactly(
            "big/deep/ 5.0 kB 5 files",
            "f0 1.0 kB",
            "f1 1.0 kB",
            "f2 1.0 kB",
            "f3 1.0 kB",
            "f4 1.0 kB",
            "tiny/ 5 B 5 files");
    new TreeText(items).print(stream(), Integer.MAX_VALUE);
    assertThat(text().lines()).hasSize(12);
  }

  @Test
  public void pagesLoseTheirMarks() {
    MarkdownText.print("# Title\n\nSome `code` here.\n\n```yaml\na: b\n```\n", stream(), 40);
    assertThat(text()).isEqualTo("Title\n\n  Some code here.\n\n    a: b\n");
  }

  @Test
  public void columnsLineUp() {
    new Table().row("a", "1", "x").row("bbb", "22").print(stream(), "  ", 1);
    assertThat(text()).isEqualTo("  a     1  x\n  bbb  22\n");
  }
}
