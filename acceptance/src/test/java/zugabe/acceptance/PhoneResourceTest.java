package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Resources that compile, and with which an application would end all the same. */
public final class PhoneResourceTest extends PhoneWorkspace {
  private static final String OPEN = "<resources>";
  private static final String CLOSE = "</resources>";

  @DataProvider
  public Object[][] files() {
    return new Object[][] {
      {
        "drawable/mark.svg",
        "<svg/>",
        "error Z5204",
        "What ends in \".svg\" can't be of the type drawable. To do: Draw it as <vector>, or make a picture of it: zugabe icon"
      },
      {
        "drawable/notes.txt",
        "x",
        "error Z5204",
        "What ends in \".txt\" can't be of the type drawable."
      },
      {
        "layout/mark.png",
        "x",
        "error Z5204",
        "What ends in \".png\" can't be of the type layout. To do: Write .xml, put it into raw, or remove it."
      },
      {
        "font/letters.woff",
        "x",
        "error Z5204",
        "What ends in \".woff\" can't be of the type font. To do: Write .otf, .ttc, .ttf, .xml,"
      },
      {
        "drawable/mark.png",
        "<html>",
        "error Z5201",
        "It isn't a picture. To do: Save it anew as PNG, JPEG or WebP."
      },
      {
        "font/letters.ttf",
        "<html>",
        "error Z5201",
        "It isn't a font. To do: Save it anew as TTF or OTF."
      },
      {
        "drawable/mark.xml",
        "<svg/>",
        "error Z5201",
        "Phones can't make anything of the type drawable from <svg>. To do: Draw it as <vector>"
      },
      {
        "mipmap/mark.xml",
        "<vectr/>",
        "error Z5201",
        "Phones can't make anything of the type mipmap from <vectr>. To do: Did you mean \"vector\"?"
      },
      {"menu/main.xml", "<item/>", "error Z5201", "from <item>. To do: Known: \"menu\"."},
    };
  }

  @Test(dataProvider = "files")
  public void filesThatPhonesMakeNothingOf(String path, String content, String code, String said)
      throws Exception {
    w.write("res/" + path, content);
    assertThat(check()).contains(code + " res/" + path, said);
  }

  /** What a file is counts, not what its name ends in; a class of one's own may be a drawable. */
  @Test
  public void filesThatPhonesTake() throws Exception {
    Phones.icon(Files.createDirectories(w.path("res/drawable")).resolve("mark.jpg"), 48, 48);
    w.write("res/drawable/picture.gif", "GIF89a").write("res/drawable/moving.webp", "RIFF1234WEBP");
    w.write("res/drawable/sharp.avif", "1234ftypavif").write("res/font/letters.otf", "OTTO");
    w.write("res/drawable/own.xml", "<example.gannet.tally.Boats/>")
        .write("res/raw/a.svg", "<svg/>");
    assertThat(check()).doesNotContain("Z52");
  }

  @DataProvider
  public Object[][] values() {
    return new Object[][] {
      {
        "<plurals name=\"a\"><item quantity=\"one\">a</item></plurals>",
        "These plurals have nothing for quantity \"other\""
      },
      {
        "<style name=\"A\" parent=\"B\"/><style name=\"B\" parent=\"C\"/><style name=\"C\" parent=\"A\"/>",
        "@style/A leads back to itself."
      },
      {
        "<string name=\"a\">@string/b</string><string name=\"b\">@string/b</string>",
        "@string/b leads back to itself."
      },
    };
  }

  @Test(dataProvider = "values")
  public void valuesThatLeadNowhere(String values, String said) throws Exception {
    w.write("res/values/more.xml", OPEN + values + CLOSE);
    assertThat(check()).contains("error Z5201 res/values/more.xml:1", said);
  }

  @DataProvider
  public Object[][] variants() {
    return new Object[][] {
      {
        string("%s rows"),
        string("%d Reihen"),
        "@string/a fills in argument 1 as %d for de, and as %s without qualifiers. To do: Write %1$s in all languages."
      },
      {
        string("%1$s, %2$d"),
        string("%2$d: %3$s"),
        "@string/a fills in an argument 3 for de, which it doesn't have without qualifiers."
      },
      {string("%d of %d"), string("%d %1$.2f"), "fills in argument 1 as %f for de, and as %d"},
      {
        "<plurals name=\"a\"><item quantity=\"other\">%d</item></plurals>",
        "<plurals name=\"a\"><item quantity=\"other\">%d %s</item></plurals>",
        "@plurals/a fills in an argument 2 for de"
      },
      {
        "<string-array name=\"a\"><item>1</item><item>2</item></string-array>",
        "<string-array name=\"a\"><item>1</item></string-array>",
        "@array/a has 1 items for de, and 2 without qualifiers."
      },
    };
  }

  private static String string(String text) {
    return "<string name=\"a\">" + text + "</string>";
  }

  private String both(String first, String other) throws Exception {
    w.write("res/values/more.xml", OPEN + first + CLOSE);
    w.write("res/values-de/more.xml", OPEN + other + CLOSE);
    return check();
  }

  @Test(dataProvider = "variants")
  public void variantsThatDontFit(String first, String other, String said) throws Exception {
    assertThat(both(first, other)).contains("warning Z5207 res/values-de/more.xml:1", said);
  }

  @DataProvider
  public Object[][] fitting() {
    return new Object[][] {
      {string("%1$s has %2$d"), string("%2$s bei %1$s, 100 %% davon%n")},
      {string("%d boats"), string("ein Boot")},
      {string("100% sure"), string("100 % sicher, %d")},
      {string("%1$tY"), string("%1$tB %1$tY")},
      {string("%1$d of %1$s"), string("%1$d")},
    };
  }

  @Test(dataProvider = "fitting")
  public void variantsThatFit(String first, String other) throws Exception {
    assertThat(both(first, other)).doesNotContain("Z5207");
  }

  /** Byte code is compiled against numbers: given ones aren't written, and stay as they are. */
  @Test
  public void numbersAreWrittenUntilTheyAreGiven() throws Exception {
    assertThat(w.program().zugabe("build").out()).contains("tally-1.2.3.numbers.txt");
    String first = "string hello 0x7f";
    String table = Files.readString(w.path("out/tally-1.2.3.numbers.txt"));
    assertThat(table).contains(first, "mipmap app_icon 0x7f");
    byte[] made = Files.readAllBytes(w.path("out/tally-1.2.3.apk"));
    Files.move(w.path("out/tally-1.2.3.numbers.txt"), w.path("numbers.txt"));
    w.write("zugabe.yaml", Phones.recipe("resource-numbers: numbers.txt\n"));
    assertThat(w.program().zugabe("build").out()).doesNotContain("numbers.txt");
    assertThat(Files.readAllBytes(w.path("out/tally-1.2.3.apk"))).isEqualTo(made);
    w.write("res/values/more.xml", OPEN + string("An earlier one") + CLOSE);
    assertThat(w.program().zugabe("build").exit()).isZero();
    int from = table.indexOf(first);
    int hex = table.indexOf("0x", from) + 2;
    String number = table.substring(hex, table.indexOf('\n', hex));
    assertThat(
            w.program()
                .run("androguard", "arsc", w.path("out/tally-1.2.3.apk").toString(), "-t", "public")
                .out())
        .containsPattern("type=\"string\" name=\"hello\" id=\"0x" + number + "\"");
  }

  /** In an archive lie packages, not what byte code is compiled against. */
  @Test
  public void archivesHoldThePackageOnly() throws Exception {
    w.write(
        "zugabe.yaml",
        Phones.recipe("")
            .replace(
                "deliverables:\n", "deliverables:\n  set: {kind: archive, holds: {phone: app}}\n"));
    Program.Result r = w.program().zugabe("check", "--tree");
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(r.out()).contains("tally-1.2.3.apk").doesNotContain("numbers.txt");
  }
}
