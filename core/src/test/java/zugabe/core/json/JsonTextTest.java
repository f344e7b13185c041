package zugabe.core.json;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.testng.annotations.Test;
import zugabe.core.finding.Finding;
import zugabe.core.finding.RecordedCode;
import zugabe.core.finding.Severity;
import zugabe.core.finding.Where;
import zugabe.core.receipt.Receipt;
import zugabe.core.receipt.Sums;
import zugabe.core.recipe.ValueOverride;
import zugabe.core.sign.SignedBy;

public final class JsonTextTest {
  @Test
  public void whatIsWrittenIsRead() throws IOException {
    Map<String, Object> tree = new LinkedHashMap<>();
    tree.put("text", "a \"b\" \n ü");
    tree.put("list", Arrays.asList(1L, true, false, null));
    tree.put("empty", Map.of());
    assertThat(JsonText.read(JsonText.write(tree))).isEqualTo(tree);
    assertThat(JsonText.write(tree)).endsWith("}\n").doesNotContain("\r");
  }

  @Test
  public void anythingElseIsAnError() {
    for (String text : List.of("", "{", "{\"a\": 1.5}", "[1,", "nul")) {
      assertThatThrownBy(() -> JsonText.read(text)).isInstanceOf(IOException.class);
    }
    assertThatThrownBy(() -> ReceiptJson.read("{}")).hasMessage("it isn't a receipt");
  }

  @Test
  public void receiptsComeBackAsTheyWere() throws IOException {
    Finding finding =
        new Finding(
            new RecordedCode("Z4005", Severity.NOTE, "why"),
            Severity.NOTE,
            Where.recipe("r", 1, 2, "k").inside("e", 7).at("f"),
            "what",
            "why",
            "fix");
    Receipt.Row row =
        new Receipt.Row(
            "jar",
            "jar",
            List.of(new Receipt.Made("a.jar", 5, "00")),
            List.of(new Receipt.Used("lib", 1, 2, "11")),
            "22",
            List.of(new ValueOverride("a", "b")),
            List.of(finding),
            Optional.of(new SignedBy("release", "jar", "CN=A", "SHA256withRSA", "00", true)));
    Receipt receipt = new Receipt("1", 7, "A", "2", List.of(row), List.of("old.jar"));
    assertThat(ReceiptJson.read(ReceiptJson.write(receipt))).isEqualTo(receipt);
    assertThat(Sums.of(receipt)).isEqualTo("00  a.jar\n");
  }
}
