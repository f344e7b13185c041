package zugabe.core.scripts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.dd.plist.NSDictionary;
import com.dd.plist.PropertyListParser;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.testng.annotations.Test;
import zugabe.core.finding.Where;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Program;
import zugabe.core.recipe.JavaRange;
import zugabe.core.recipe.ProgramSpec;

/** What tells systems about services and menu entries, and the templates of scripts. */
public final class ServiceFilesTest {
  private static final Identity APP =
      new Identity(
          Optional.of("example.tern"),
          "tern",
          "Tern & \"Sons\" 100%",
          "1.0",
          Optional.empty(),
          Optional.of("Watches <birds>"),
          Optional.empty(),
          Optional.empty());

  private static Program program(
      String name, Optional<String> user, boolean boot, String... arguments) {
    return new Program(
        name,
        new Program.JavaStart(
            "example.Main", new JavaRange(17, OptionalInt.empty()), Optional.empty(), false),
        Optional.empty(),
        List.of(),
        List.of(),
        new Program.Setup(
            Optional.of(new Program.Service(List.of(arguments), boot, user)),
            Optional.empty(),
            ProgramSpec.Folder.HOME),
        Optional.empty(),
        Where.file("zugabe.yaml"));
  }

  @Test
  public void unitsQuoteEveryWord() {
    Program watch = program("watch", Optional.empty(), true, "a b", "50% \"$x\" \\n");
    assertThat(ServiceFiles.unit(APP, watch, false))
        .contains(
            "ExecStart=\"@PREFIX@/bin/watch\" \"a b\" \"50%% \\\"$$x\\\" \\\\n\"\n",
            "Description=Tern & \"Sons\" 100%% (watch)\n",
            "DynamicUser=yes\n",
            "StateDirectory=tern-watch\n",
            "WantedBy=multi-user.target\n");
    assertThat(ServiceFiles.unit(APP, watch, true))
        .contains("WantedBy=default.target\n")
        .doesNotContain("User=", "DynamicUser", "network");
    assertThat(ServiceFiles.unit(APP, program("w", Optional.of("birds"), true), false))
        .contains("User=birds\n")
        .doesNotContain("DynamicUser");
  }

  @Test
  public void namesTellApplicationsApart() {
    assertThat(ServiceFiles.unitName(APP, program("watch", Optional.empty(), true)))
        .isEqualTo("tern-watch");
    assertThat(ServiceFiles.unitName(APP, program("terns", Optional.empty(), true)))
        .isEqualTo("terns");
  }

  @Test
  public void propertyListsEscapeMarkup() throws Exception {
    String text = "<a> & \"b\" ]]> ü";
    String plist = ServiceFiles.plist(APP, program("watch", Optional.of("b<&>s"), false, text));
    NSDictionary read =
        (NSDictionary) PropertyListParser.parse(plist.getBytes(StandardCharsets.UTF_8));
    assertThat(read.get("Label").toJavaObject()).isEqualTo("example.tern.tern-watch");
    assertThat(read.get("UserName").toJavaObject()).isEqualTo("b<&>s");
    assertThat(read.get("RunAtLoad").toJavaObject()).isEqualTo(false);
    assertThat(read.get("StandardErrorPath").toJavaObject()).isEqualTo("@LOGS@/tern-watch.log");
    assertThat((Object[]) read.get("ProgramArguments").toJavaObject())
        .containsExactly("@PREFIX@/bin/watch", text);
  }

  @Test
  public void menuEntriesSayWhatTheyStart() {
    Program tern = program("tern", Optional.empty(), true);
    assertThat(ServiceFiles.menu(APP, tern, "Tern\\s", true))
        .contains(
            "Name=Tern\\\\s\n",
            "Comment=Watches <birds>\n",
            "Exec=\"@PREFIX@/bin/tern\"\n",
            "Icon=@PREFIX@/share/icons/tern.png\n");
    assertThat(ServiceFiles.menu(APP, tern, "Tern", false)).doesNotContain("Icon");
  }

  @Test
  public void wordsOfShellsAreNeverExpanded() {
    assertThat(Words.quoted("it's $x")).isEqualTo("'it'\\''s $x'");
    assertThat(Words.evaluated("a\"b`c")).isEqualTo("'a\\\"b\\`c'");
    assertThat(Words.here("lib/a b.jar")).isEqualTo("\\\"\\$here\\\"/'lib/a b.jar'");
    assertThat(Words.cmd(List.of("a b", "50%"))).isEqualTo(" \"a b\" \"50%%\"");
    assertThat(Words.windows("lib/a.jar")).isEqualTo("lib\\a.jar");
  }

  @Test
  public void templatesAreFilledOnceAndWhole() throws Exception {
    assertThatThrownBy(() -> Template.filled("settings.txt", Map.of("APP", "tern"), "\n"))
        .isInstanceOf(IllegalStateException.class)
        .hasMessageContaining("@APP_NAME@");
    byte[] text =
        Template.filled(
            "settings.txt", Map.of("APP", "tern", "APP_NAME", "@APP@ $1", "PROGRAM", "x"), "\r\n");
    // what a value holds is not filled again
    assertThat(new String(text, StandardCharsets.UTF_8))
        .startsWith("# Settings of @APP@ $1.\r\n")
        .doesNotContain("\n\n");
    assertThatThrownBy(() -> Template.filled("none.txt", Map.of(), "\n"))
        .hasMessageContaining("missing from this installation");
  }
}
