package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.testng.annotations.Test;

/** The same materials in deliverables of many kinds: which comes first changes no finding. */
public final class OrderTest {
  private static final String HEAD =
      """
      app: {id: example.gannet.tern, name: Tern, version: 1.0.0}
      materials:
        site: {web: web, libraries: lib/*.jar}
        tern: {own: [classes, extra], libraries: [lib/*.jar], natives: {linux-x64: libtide.so}}
        bare: {own: classes}
      programs:
        tern: {materials: tern, main: example.tern.Main, surface: window, options: [-Xdebug]}
        old: {materials: tern, main: example.tern.Main, surface: console, java: 11+}
        bare: {materials: bare, main: example.tern.Main, surface: window}
      deliverables:
      """;
  private static final List<String> DELIVERABLES =
      List.of(
          "  a: {kind: jar, program: tern, libraries: merged, file: a.jar}\n",
          "  b: {kind: jar, program: tern, libraries: beside, file: b.zip}\n",
          "  c: {kind: windows-launcher, program: tern, libraries: nested, file: c.exe}\n",
          "  d: {kind: windows-launcher, program: old, libraries: beside, file: d.exe}\n",
          "  e: {kind: archive, programs: [tern, old], platforms: [linux-x64, windows-x64], holds: {d: .}, file: e}\n",
          "  f: {kind: war, materials: site, file: f.war}\n",
          "  g: {kind: windows-launcher, program: bare, libraries: beside, file: g.exe}\n",
          "  h: {kind: archive, programs: [bare], holds: {g: .}, file: h}\n",
          "  i: {kind: jar, program: bare, file: i.jar}\n");

  private static Set<String> found(Workspace w, List<String> deliverables) throws Exception {
    w.write("zugabe.yaml", HEAD + String.join("", deliverables));
    Set<String> all = new TreeSet<>();
    for (JsonNode one :
        Answers.valid(w.program().zugabe("check", "--json").out(), "check").path("findings")) {
      all.add(one.path("code").asText() + " " + one.path("what").asText());
    }
    return all;
  }

  @Test
  public void whatComesFirstChangesNoFinding() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      Files.write(w.path("libtide.so"), Phones.library(62));
      w.write("web/index.html", "<p>tides</p>").write("extra/.env", "KEY=1\n");
      Set<String> once = found(w, DELIVERABLES);
      assertThat(once).hasSizeGreaterThan(8);
      assertThat(String.join("\n", once))
          .contains("Z3004 ", "Z8001 Class example.lib.Greeting", "Z9003 ", "Z3025 ", "Z4033 ");
      Random random = new Random(7);
      List<String> other = new ArrayList<>(DELIVERABLES);
      Collections.reverse(other);
      for (int i = 0; i < 4; i++) {
        assertThat(found(w, other)).as(String.join("", other)).isEqualTo(once);
        Collections.shuffle(other, random);
      }
    }
  }
}
