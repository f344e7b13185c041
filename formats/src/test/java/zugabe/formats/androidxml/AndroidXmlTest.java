package zugabe.formats.androidxml;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.testng.annotations.Test;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.formats.arsc.Value;

/** Compiled XML: what is written is read again, and what is damaged is refused. */
public final class AndroidXmlTest {
  private static final Map<String, String> PREFIXES = Map.of(XmlAttribute.ANDROID, "android");

  private static XmlElement read(byte[] bytes) throws IOException {
    return XmlReader.read(Content.of(bytes).access());
  }

  private static String word(Random random) {
    return "w" + random.nextInt(40) + (random.nextInt(5) == 0 ? "ä😀".repeat(40) : "");
  }

  private static XmlElement element(Random random, int depth) {
    List<XmlAttribute> attributes = new ArrayList<>();
    for (int i = random.nextInt(4); i > 0; i--) {
      long number = 0x01010000L + 10L * i + random.nextInt(10);
      Value value =
          switch (random.nextInt(4)) {
            case 0 -> Value.string(word(random));
            case 1 -> Value.number(random.nextInt());
            case 2 -> Value.bool(random.nextBoolean());
            default -> Value.reference(0x7f010000L + random.nextInt(9));
          };
      // names go by their numbers
      String name = "a" + number;
      String raw = value.type() == Value.STRING ? value.text() : "";
      attributes.add(new XmlAttribute(XmlAttribute.ANDROID, name, number, raw, value));
    }
    attributes.sort(Comparator.comparingLong(XmlAttribute::resource));
    if (random.nextBoolean()) {
      attributes.add(XmlAttribute.plain("p" + random.nextInt(5), word(random)));
    }
    List<XmlNode> nodes = new ArrayList<>();
    for (int i = depth > 4 ? 0 : random.nextInt(4); i > 0; i--) {
      nodes.add(
          random.nextInt(4) == 0
              ? new XmlNode.Text(word(random), random.nextInt(100))
              : new XmlNode.Child(element(random, depth + 1)));
    }
    return new XmlElement(
        random.nextInt(6) == 0 ? "urn:other" : "",
        word(random),
        attributes,
        nodes,
        random.nextInt(1000));
  }

  @Test
  public void documentsAreReadAsTheyWereWritten() throws Exception {
    Random random = new Random(18);
    for (int i = 0; i < 200; i++) {
      XmlElement document = element(random, 0);
      assertThat(read(XmlWriter.write(document, PREFIXES))).isEqualTo(document);
    }
  }

  /** Attributes stand in the order of their numbers, however they were given. */
  @Test
  public void attributesAreSorted() throws Exception {
    XmlAttribute label = XmlAttribute.android("label", 0x01010001L, Value.string("x"));
    XmlAttribute theme = XmlAttribute.android("theme", 0x01010000L, Value.reference(1));
    XmlElement read =
        read(XmlWriter.write(XmlElement.of("a", List.of(label, theme), List.of()), PREFIXES));
    assertThat(read.attributes()).extracting(XmlAttribute::name).containsExactly("theme", "label");
    assertThat(read.android("label", 0x01010001L).orElseThrow().shown()).isEqualTo("x");
  }

  @Test
  public void damagedOnesAreRefused() throws Exception {
    byte[] whole = XmlWriter.write(element(new Random(3), 0), PREFIXES);
    for (int i = 0; i < Math.min(whole.length, 3000) * 8; i++) {
      byte[] spoilt = whole.clone();
      spoilt[i / 8] ^= (byte) (1 << i % 8);
      isTyped(spoilt);
    }
    for (int i = 0; i < whole.length; i++) {
      byte[] cut = Arrays.copyOf(whole, i);
      assertThatThrownBy(() -> read(cut)).isInstanceOf(MalformedException.class);
    }
  }

  private static void isTyped(byte[] bytes) {
    try {
      assertThat(read(bytes)).isNotNull();
    } catch (IOException e) {
      assertThat(e).isInstanceOf(MalformedException.class);
    }
  }

  @Test
  public void depthIsBounded() {
    XmlElement deep = XmlElement.of("a", List.of(), List.of());
    for (int i = 0; i < 250; i++) {
      deep = XmlElement.of("a", List.of(), List.of(deep));
    }
    byte[] bytes = XmlWriter.write(deep, PREFIXES);
    assertThatThrownBy(() -> read(bytes)).hasMessageContaining("more than 200 deep");
  }
}
