package zugabe.formats.classfile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.Handle;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.testng.annotations.Test;
import zugabe.formats.classfile.ClassLinks.Kind;
import zugabe.formats.classfile.ClassLinks.Link;

/** Links of the runtime's own classes as another reader sees them, and of spoilt ones. */
public final class LinkReaderTest {
  private static final int FUZZED = 40;
  private static final int SPOILT = 300;

  private static List<byte[]> classes(String below, int most) throws IOException {
    Path base = FileSystems.getFileSystem(URI.create("jrt:/")).getPath("modules/java.base", below);
    try (Stream<Path> walk = Files.walk(base)) {
      List<byte[]> all = new ArrayList<>();
      for (Path p : walk.filter(f -> f.toString().endsWith(".class")).sorted().toList()) {
        if (all.size() < most) {
          all.add(Files.readAllBytes(p));
        }
      }
      return all;
    }
  }

  private static ClassLinks own(Class<?> type) throws IOException {
    try (var in = type.getResourceAsStream(type.getName().replaceFirst(".*\\.", "") + ".class")) {
      return LinkReader.read(in.readAllBytes());
    }
  }

  private static List<Link> links(ClassLinks links, String method) {
    List<Link> all = new ArrayList<>();
    for (ClassLinks.Method m : links.methods()) {
      if (m.selector().startsWith(method + "(")) {
        for (int place : m.links()) {
          all.add(links.links().get(place));
        }
      }
    }
    return all;
  }

  /** What the other reader says of a class: calls and fields by method. */
  private static Map<String, Set<String>> others(byte[] bytes) {
    Map<String, Set<String>> all = new HashMap<>();
    new ClassReader(bytes)
        .accept(
            new ClassVisitor(Opcodes.ASM9) {
              @Override
              public MethodVisitor visitMethod(
                  int access, String name, String descriptor, String signature, String[] thrown) {
                Set<String> links = new TreeSet<>();
                all.put(name + descriptor, links);
                return new MethodVisitor(Opcodes.ASM9) {
                  @Override
                  public void visitMethodInsn(
                      int opcode, String owner, String called, String type, boolean isInterface) {
                    if (!owner.startsWith("[")) {
                      links.add(owner + " " + called + type);
                    }
                  }

                  @Override
                  public void visitFieldInsn(int opcode, String owner, String field, String type) {
                    links.add(owner + " " + field + " " + type);
                  }

                  @Override
                  public void visitTypeInsn(int opcode, String type) {
                    if (!type.startsWith("[")) {
                      links.add(type + " ");
                    }
                  }

                  @Override
                  public void visitInvokeDynamicInsn(
                      String called, String type, Handle bootstrap, Object... arguments) {
                    for (Object a : arguments) {
                      if (a instanceof Handle h && h.getTag() > Opcodes.H_PUTSTATIC) {
                        links.add(h.getOwner() + " " + h.getName() + h.getDesc());
                      }
                    }
                  }
                };
              }
            },
            ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES);
    return all;
  }

  @Test
  public void sameAsAnotherReaderSeesThem() throws Exception {
    List<byte[]> classes = classes("java/util", 2_000);
    assertThat(classes).hasSizeGreaterThan(500);
    for (byte[] bytes : classes) {
      ClassLinks links = LinkReader.read(bytes);
      Map<String, Set<String>> others = others(bytes);
      assertThat(links.name()).isEqualTo(new ClassReader(bytes).getClassName());
      assertThat(links.methods()).hasSameSizeAs(others.keySet());
      for (ClassLinks.Method m : links.methods()) {
        Set<String> seen = new TreeSet<>();
        for (int place : m.links()) {
          Link link = links.links().get(place);
          seen.add(link.owner() + " " + link.member());
        }
        assertThat(seen).as(links.name() + m.selector()).containsAll(others.get(m.selector()));
      }
    }
  }

  @Test
  public void spoiltClassesAreUnreadableOrReadAndNothingElse() throws Exception {
    Random random = new Random(20260101);
    for (byte[] bytes : classes("java/util/concurrent", FUZZED)) {
      for (int i = 0; i < SPOILT; i++) {
        byte[] spoilt = bytes.clone();
        for (int j = 0; j < 1 + i % 3; j++) {
          spoilt[8 + random.nextInt(spoilt.length - 8)] = (byte) random.nextInt();
        }
        int length = i % 10 == 0 ? random.nextInt(spoilt.length) : spoilt.length;
        try {
          LinkReader.read(java.util.Arrays.copyOf(spoilt, length));
        } catch (UnreadableClassException e) {
          assertThat(e).hasMessageContaining("it");
        }
      }
    }
    assertThatThrownBy(() -> LinkReader.read(new byte[3]))
        .isInstanceOf(UnreadableClassException.class);
    assertThatThrownBy(() -> LinkReader.read("no class at all".getBytes(StandardCharsets.UTF_8)))
        .isInstanceOf(UnreadableClassException.class);
  }

  /** Links of many kinds, to be read. */
  static final class Sample {
    private Sample() {}

    static void named() throws Exception {
      Class.forName("a.b.Named");
      System.out.println(Sample.class.getResourceAsStream("beside.txt"));
      System.out.println(Sample.class.getClassLoader().getResource("at/the/root.txt"));
      System.loadLibrary("tidecalc");
      java.util.ServiceLoader.load(Runnable.class);
      System.out.println("c.d.Text");
    }

    static Object guarded() {
      try {
        return new java.util.ArrayDeque<String>();
      } catch (NoClassDefFoundError e) {
        return new ArrayList<String>();
      }
    }

    static Supplier<String> lambda(String text) {
      return text::strip;
    }

    static Object arrays() {
      return new String[][] {{"x"}}.clone();
    }
  }

  @Test
  public void constantsThatNameSomething() throws Exception {
    assertThat(links(own(Sample.class), "named"))
        .contains(
            new Link(Kind.BY_NAME, "a/b/Named", "", Guard.NONE),
            new Link(Kind.NAMED, "c/d/Text", "", Guard.NARROW),
            new Link(Kind.RESOURCE, "at/the/root.txt", "", Guard.NONE),
            new Link(Kind.NATIVE, "tidecalc", "", Guard.NONE),
            new Link(Kind.SERVICE, "java/lang/Runnable", "", Guard.NONE))
        .anyMatch(l -> l.kind() == Kind.RESOURCE && l.owner().endsWith("classfile/beside.txt"));
  }

  @Test
  public void guardsLambdasAndArrays() throws Exception {
    ClassLinks links = own(Sample.class);
    assertThat(links(links, "guarded"))
        .contains(
            new Link(Kind.NEW, "java/util/ArrayDeque", "", Guard.NARROW),
            new Link(Kind.NEW, "java/util/ArrayList", "", Guard.NONE),
            new Link(Kind.CLASS, "java/lang/NoClassDefFoundError", "", Guard.NARROW));
    assertThat(links(links, "lambda"))
        .contains(
            new Link(Kind.VIRTUAL, "java/lang/String", "strip()Ljava/lang/String;", Guard.NONE));
    assertThat(links(links, "arrays"))
        .contains(new Link(Kind.CLASS, "java/lang/String", "", Guard.NONE));
  }

  @Test
  public void membersAsProgrammersWriteThem() {
    assertThat(MemberText.of("mean(Ljava/lang/String;[I)J"))
        .isEqualTo("long mean(java.lang.String, int[])");
    assertThat(MemberText.of("<init>(Z)V")).isEqualTo("constructor(boolean)");
    assertThat(MemberText.of("low [[D")).isEqualTo("double[][] low");
    assertThat(MemberText.of("spoilt(")).isEqualTo("spoilt(");
    assertThat(MemberText.of("spoilt")).isEqualTo("spoilt");
  }

  /** Addresses of databases: whole, joined with something, and texts that are none. */
  static final class Databases {
    private Databases() {}

    static String whole() {
      return "jdbc:h2:mem:t";
    }

    static String joined(String name) {
      return "jdbc:tern-2:" + name;
    }

    static String[] none() {
      return new String[] {"jdbc:", "jdbc::", "jdbc:Tern:x", "jdbc:tern", "url jdbc:h2:mem"};
    }
  }

  @Test
  public void addressesOfDatabasesAreTold() throws IOException {
    ClassLinks links = own(Databases.class);
    assertThat(links(links, "whole"))
        .containsExactly(new Link(Kind.DATABASE, "jdbc:h2:", "", Guard.NONE));
    assertThat(links(links, "joined"))
        .contains(new Link(Kind.DATABASE, "jdbc:tern-2:", "", Guard.NONE));
    assertThat(links(links, "none")).noneMatch(l -> l.kind() == Kind.DATABASE);
  }
}
