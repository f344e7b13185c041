package zugabe.shortstart;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.net.URISyntaxException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Supplier;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.Handle;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** What was prepared says and does what it did before. */
public final class ShortStartTest {
  private Path program = Path.of("");

  @BeforeMethod
  public void layOut() throws IOException, URISyntaxException {
    program = Files.createTempDirectory("short-start");
    Files.createDirectory(program.resolve("lib"));
    Path classes =
        Path.of(Functions.class.getProtectionDomain().getCodeSource().getLocation().toURI());
    try (ZipOutputStream jar =
            new ZipOutputStream(Files.newOutputStream(program.resolve("functions.jar")));
        Stream<Path> files = Files.list(classes.resolve("zugabe/shortstart"))) {
      for (Path file :
          files.filter(f -> f.getFileName().toString().startsWith("Functions")).sorted().toList()) {
        jar.putNextEntry(new ZipEntry("zugabe/shortstart/" + file.getFileName()));
        Files.copy(file, jar);
      }
      jar.putNextEntry(new ZipEntry("a text.txt"));
      jar.write(new byte[] {1, 2, 3});
    }
    // Its class files are of version 49.
    Path old =
        Path.of(ClassReader.class.getProtectionDomain().getCodeSource().getLocation().toURI());
    Files.copy(old, program.resolve("lib/old.jar"));
  }

  @AfterMethod
  public void remove() throws IOException {
    try (Stream<Path> all = Files.walk(program)) {
      for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(path);
      }
    }
  }

  /** Names of the bootstrap methods that are still called. */
  private static Set<String> linked(Path jar) throws IOException {
    Set<String> methods = new TreeSet<>();
    try (ZipFile zip = new ZipFile(jar.toFile())) {
      for (ZipEntry e : zip.stream().filter(e -> e.getName().endsWith(".class")).toList()) {
        try (InputStream in = zip.getInputStream(e)) {
          new ClassReader(in).accept(new Linked(methods), 0);
        }
      }
    }
    return methods;
  }

  private static final class Linked extends ClassVisitor {
    private final Set<String> methods;

    Linked(Set<String> methods) {
      super(Opcodes.ASM9);
      this.methods = methods;
    }

    @Override
    public MethodVisitor visitMethod(
        int access, String name, String descriptor, String signature, String[] exceptions) {
      return new MethodVisitor(Opcodes.ASM9) {
        @Override
        public void visitInvokeDynamicInsn(
            String name, String descriptor, Handle bootstrap, Object... arguments) {
          methods.add(bootstrap.getName());
        }
      };
    }
  }

  @Test
  public void signaturesAreTakenOff() throws Exception {
    Path jar = program.resolve("lib/signed.jar");
    String main = "Manifest-Version: 1.0\r\nMulti-Release: true\r\n\r\n";
    try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(jar))) {
      for (String[] one :
          new String[][] {
            {"META-INF/MANIFEST.MF", main + "Name: a.txt\r\nSHA-256-Digest: AAAA\r\n\r\n"},
            {"META-INF/MAKER.SF", "Signature-Version: 1.0\r\n\r\n"},
            {"META-INF/MAKER.RSA", "block"},
            {"META-INF/services/a.B", "kept"},
            {"a.txt", "kept"}
          }) {
        out.putNextEntry(new ZipEntry(one[0]));
        out.write(one[1].getBytes(StandardCharsets.UTF_8));
      }
    }
    ShortStart.main(new String[] {program.toString()});
    try (ZipFile zip = new ZipFile(jar.toFile())) {
      assertThat(zip.stream().map(ZipEntry::getName))
          .containsExactly("META-INF/MANIFEST.MF", "META-INF/services/a.B", "a.txt");
      try (InputStream in = zip.getInputStream(zip.getEntry("META-INF/MANIFEST.MF"))) {
        assertThat(new String(in.readAllBytes(), StandardCharsets.UTF_8)).isEqualTo(main);
      }
    }
  }

  @Test
  public void functionsDoWhatTheyDid() throws Exception {
    Path jar = program.resolve("functions.jar");
    assertThat(linked(jar)).contains("metafactory");
    ShortStart.main(new String[] {program.toString()});
    assertThat(linked(jar)).containsOnly("altMetafactory");
    try (URLClassLoader loader =
        new URLClassLoader(new URL[] {jar.toUri().toURL()}, ClassLoader.getPlatformClassLoader())) {
      Class<?> prepared = loader.loadClass("zugabe.shortstart.Functions");
      Supplier<?> functions = (Supplier<?>) prepared.getConstructor().newInstance();
      assertThat(functions.get()).isEqualTo(new Functions().get());
    }
    try (ZipFile zip = new ZipFile(jar.toFile())) {
      assertThat(zip.getInputStream(zip.getEntry("a text.txt")))
          .hasBinaryContent(new byte[] {1, 2, 3});
    }
  }

  @Test
  public void oldClassFilesGetFramesAndCanBeVerified() throws Exception {
    ShortStart.main(new String[] {program.toString()});
    Path jar = program.resolve("lib/old.jar");
    try (URLClassLoader loader =
            new URLClassLoader(
                new URL[] {jar.toUri().toURL()}, ClassLoader.getPlatformClassLoader());
        ZipFile zip = new ZipFile(jar.toFile())) {
      int classes = 0;
      for (ZipEntry e : zip.stream().filter(e -> e.getName().startsWith("org/")).toList()) {
        if (e.getName().endsWith(".class")) {
          String name = e.getName().replace('/', '.').replaceFirst("\\.class$", "");
          // initialised, and therefore verified
          assertThat(Class.forName(name, true, loader).getName()).isEqualTo(name);
          try (InputStream in = zip.getInputStream(e)) {
            assertThat(new ClassReader(in).readUnsignedShort(6))
                .isGreaterThanOrEqualTo(Opcodes.V11);
          }
          classes++;
        }
      }
      assertThat(classes).isGreaterThan(30);
    }
  }

  @Test
  public void aSecondTimeChangesNothing() throws IOException {
    ShortStart.main(new String[] {program.toString()});
    Path jar = program.resolve("functions.jar");
    Path old = program.resolve("lib/old.jar");
    byte[] once = Files.readAllBytes(jar);
    byte[] oldOnce = Files.readAllBytes(old);
    ShortStart.main(new String[] {program.toString()});
    assertThat(jar).hasBinaryContent(once);
    assertThat(old).hasBinaryContent(oldOnce);
  }
}
