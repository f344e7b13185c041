package zugabe.core.jar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Properties;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Content;
import zugabe.core.finding.Where;

/** Files of a registry that become one. */
public final class JointTest {
  private static String joined(MergeAction action, String... texts) throws Exception {
    Joint joint = Joint.of(action);
    for (String text : texts) {
      joint.add(Content.of(text.getBytes(StandardCharsets.UTF_8)));
    }
    return new String(joint.encode(), StandardCharsets.UTF_8);
  }

  @DataProvider
  public Object[][] texts() {
    return new Object[][] {
      {MergeAction.JOIN_SERVICES, "a.B # first\n#c\n\n c.D", "c.D\ne.F", "a.B\nc.D\ne.F\n"},
      {MergeAction.JOIN_LINES, "# kept\nx  \n\ny", "y\r\nz", "# kept\nx\ny\nz\n"},
      {MergeAction.JOIN_PROPERTIES, "a=1\nb=2", "b=3\nc : 4", "a=1\nb=2\nc=4\n"},
      {MergeAction.JOIN_LISTS, "k=a,\\\n  b", "k=b,c\nl=d", "k=a,b,c\nl=d\n"},
      {MergeAction.APPEND, "a { b = 1 }", "a { c = 2 }\n", "a { b = 1 }\na { c = 2 }\n"},
    };
  }

  @Test(dataProvider = "texts")
  public void textsAreJoined(MergeAction action, String first, String next, String expected)
      throws Exception {
    assertThat(joined(action, first, next)).isEqualTo(expected);
  }

  /** The runtime's own reader finds what went in, whatever characters it has. */
  @Test
  public void propertiesSurvive() throws Exception {
    Random random = new Random(11);
    String alphabet = "ab =:#!\\\t\n\rü水\f,.'\"";
    Properties expected = new Properties();
    JoinedProperties joint = new JoinedProperties(false);
    for (int i = 0; i < 200; i++) {
      Properties one = new Properties();
      StringBuilder key = new StringBuilder("k" + i);
      StringBuilder value = new StringBuilder();
      for (int n = random.nextInt(8); n > 0; n--) {
        key.append(alphabet.charAt(random.nextInt(alphabet.length())));
        value.append(alphabet.charAt(random.nextInt(alphabet.length())));
      }
      one.setProperty(key.toString(), value.toString());
      expected.putAll(one);
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      one.store(bytes, null);
      joint.add(Content.of(bytes.toByteArray()));
    }
    Properties read = new Properties();
    read.load(new ByteArrayInputStream(joint.encode()));
    assertThat(read).isEqualTo(expected);
  }

  @Test
  public void aWrongEscapeIsNoPropertyFile() {
    assertThatThrownBy(() -> joined(MergeAction.JOIN_PROPERTIES, "a=\\u00zz"))
        .isInstanceOf(UnfitFileException.class)
        .hasMessageContaining("it isn't a property file");
  }

  /** {@code category, key, class name}. */
  private static byte[] index(String... triples) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(bytes);
    out.writeInt(triples.length / 3);
    for (int i = 0; i < triples.length; i += 3) {
      out.writeUTF(triples[i]);
      out.writeInt(1);
      out.writeUTF(triples[i + 1]);
      out.writeUTF(triples[i + 2]);
      out.writeUTF(triples[i + 1]);
      out.writeBoolean(true);
      out.writeBoolean(false);
    }
    return bytes.toByteArray();
  }

  @Test
  public void pluginIndexesAreJoinedByCategory() throws Exception {
    PluginIndex joint = new PluginIndex();
    joint.add(Content.of(index("core", "console", "a.Console")));
    joint.add(Content.of(index("core", "console", "b.Other", "converter", "m", "b.Message")));
    assertThat(joint.encode())
        .isEqualTo(index("core", "console", "a.Console", "converter", "m", "b.Message"));
  }

  @Test
  public void everyTruncationOfAnIndexIsRefused() throws Exception {
    byte[] whole = index("core", "console", "a.Console");
    for (int length = 0; length < whole.length; length++) {
      byte[] cut = Arrays.copyOf(whole, length);
      assertThatThrownBy(() -> new PluginIndex().add(Content.of(cut)))
          .isInstanceOf(UnfitFileException.class);
    }
    byte[] huge = whole.clone();
    huge[0] = 0x7F;
    assertThatThrownBy(() -> new PluginIndex().add(Content.of(huge)))
        .hasMessageContaining("claims");
  }

  /** A name that can be read and not be written again: U+0000 as one byte instead of two. */
  @Test
  public void aNameThatIsTooLongIsRefused() {
    byte[] index = new byte[4 + 2 + 0xFFFF + 4];
    index[3] = 1;
    index[4] = (byte) 0xFF;
    index[5] = (byte) 0xFF;
    assertThatThrownBy(() -> new PluginIndex().add(Content.of(index)))
        .isInstanceOf(UnfitFileException.class)
        .hasMessageContaining("too long");
  }

  @Test
  public void everyRuleIsDocumentedWithItsSource() throws Exception {
    String page = Files.readString(Path.of("../docs/merging.md"));
    for (String[] rule : MergeRules.known()) {
      String source = rule[2].isEmpty() ? "–" : rule[2];
      assertThat(page).contains("| `" + rule[0] + "` | `" + rule[1] + "` | " + source + " |");
    }
  }

  @Test
  public void theRecipesRulesCountFirst() {
    MergeRules rules =
        new MergeRules(
            List.of(
                new MergeWish("META-INF/services/a.*", MergeAction.LEAVE_OUT, Where.file("")),
                new MergeWish("**/*.class", MergeAction.REFUSE, Where.file(""))));
    assertThat(rules.of("META-INF/services/a.B")).isEqualTo(MergeAction.LEAVE_OUT);
    assertThat(rules.of("META-INF/services/b.B")).isEqualTo(MergeAction.JOIN_SERVICES);
    assertThat(rules.of("x/y/Z.class")).isEqualTo(MergeAction.REFUSE);
    assertThat(rules.of("Z.class")).isEqualTo(MergeAction.REFUSE);
    assertThat(rules.of("META-INF/LICENSE.txt")).isEqualTo(MergeAction.SET_ASIDE);
    assertThat(rules.of("x/LICENSE.txt")).isEqualTo(MergeAction.KEEP_EARLIEST);
  }
}
