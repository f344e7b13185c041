package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import org.testng.SkipException;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.BeforeMethod;

/**
 * An application that is installed for all users, into a folder that stands for the system; two
 * versions of it.
 */
abstract class SystemInstall {
  static final String RECIPE =
      """
      app: {id: example.petrel, name: Storm Petrel, version: "1"}
      materials:
        bird: {own: bird}
        data: {own: data}
      programs:
        petrel: {materials: bird, file: petrel, first-run: {arguments: [--first]}}
        watch: {materials: bird, file: petrel, service: {arguments: [--watch]}}
      deliverables:
        set: {kind: archive, programs: [petrel, watch], materials: data, formats: tar.gz}
      """;

  /** Who owns what isn't ours. */
  static final String OTHER = "65534";

  Workspace w;
  Path root;

  @BeforeClass
  public void build() throws Exception {
    w = Workspace.create();
    for (String version : List.of("1", "2")) {
      String bird =
          "#!/bin/sh\n[ \"$1\" != --first ] || ${PAUSE:-:}\necho petrel " + version + "\n";
      w.write("bird/petrel", bird).write("data/share/v" + version + ".txt", version);
      w.write("data/share/both.txt", version);
      w.write("zugabe.yaml", RECIPE.replace("\"1\"", "\"" + version + "\""));
      ok(w.program().zugabe("build", "--out", "out" + version));
      // as somebody unpacks it who keeps everything to himself
      ok(w.program().run("sh", "-c", "umask 077; tar -xf out" + version + "/*.tar.gz"));
      Files.delete(w.path("data/share/v" + version + ".txt"));
    }
  }

  @AfterClass(alwaysRun = true)
  public void close() throws Exception {
    w.close();
  }

  @BeforeMethod
  public void empty() throws Exception {
    root = w.path("root");
    ok(w.program().run("rm", "-rf", root.toString()));
    Files.createDirectories(root);
  }

  static void ok(Program.Result r) {
    assertThat(r.exit()).as(r.all()).isZero();
  }

  static void asRoot() {
    if (!System.getProperty("user.name").equals("root")) {
      throw new SkipException("files of other users can be made by root alone");
    }
  }

  List<String> command(String shell, String version, String... options) {
    List<String> command = new ArrayList<>(List.of(shell.split(" ", -1)));
    command.add(w.path("petrel-" + version + "/install.sh").toString());
    command.addAll(List.of("--system", "--root", root.toString()));
    command.addAll(List.of(options));
    return command;
  }

  Program.Result install(String version, String... options) throws Exception {
    return w.program().run(command("dash", version, options).toArray(String[]::new));
  }

  Program.Result remove(String... options) throws Exception {
    List<String> command =
        new ArrayList<>(
            List.of("dash", root + "/opt/petrel/uninstall.sh", "--root", root.toString()));
    command.addAll(List.of(options));
    return w.program().run(command.toArray(String[]::new));
  }

  void refused(Program.Result r, String... why) {
    assertThat(r.exit()).as(r.all()).isEqualTo(1);
    assertThat(r.err()).contains(why);
  }

  void write(String path, String text) throws Exception {
    Files.createDirectories(root.resolve(path).getParent());
    Files.writeString(root.resolve(path), text);
  }

  void mode(String path, String mode) throws Exception {
    Files.setPosixFilePermissions(root.resolve(path), PosixFilePermissions.fromString(mode));
  }

  void give(String path) throws Exception {
    asRoot();
    ok(w.program().run("chown", "-h", OTHER, root.resolve(path).toString()));
  }
}
