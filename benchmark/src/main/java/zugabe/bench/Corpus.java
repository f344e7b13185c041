package zugabe.bench;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.Opcodes;

/**
 * Made-up content of the kinds that applications consist of: about 27,000 files of 700 MB, the same
 * each time.
 */
final class Corpus {
  private static final int CLASSES = 12_000;
  private static final int TEXTS = 1_500;
  private static final int BINARIES = 10;
  private static final int BINARY_BYTES = 18_000_000;
  private static final int JARS = 40;
  private static final int CONTENT_JARS = 12;
  private static final String[] WORDS = {
    "tide", "harbour", "quay", "salt", "marsh", "gannet", "heron", "staithe", "curve", "height",
    "water", "mooring", "channel", "beacon", "chart", "datum", "flood", "neap", "spring", "ebb"
  };

  private final Path folder;
  private final Random random = new Random(20260101);

  private Corpus(Path folder) {
    this.folder = folder;
  }

  /**
   * The content folder; made when it isn't there. {@code jars} beside it holds the same small files
   * in jars.
   */
  static Path content(Path base) throws IOException {
    Path folder = base.resolve("content");
    if (!Files.isDirectory(folder)) {
      Path fresh = base.resolve("content.new");
      new Corpus(fresh).make();
      jars(fresh.resolve("small"), fresh.resolve("jars"), CONTENT_JARS);
      Files.move(fresh, folder, StandardCopyOption.ATOMIC_MOVE);
      jars(folder, base.resolve("jars"), JARS);
    }
    return folder;
  }

  private void make() throws IOException {
    small("small/");
    large("large/");
    small("more/");
    large("more/large/");
  }

  private void small(String below) throws IOException {
    for (int i = 0; i < CLASSES; i++) {
      write(below + "classes/p" + i % 97 + "/C" + i + ".class", classFile(i));
    }
    for (int i = 0; i < TEXTS; i++) {
      write(below + "text/t" + i % 31 + "/t" + i + ".txt", text(10_000 + random.nextInt(60_000)));
    }
  }

  private void large(String below) throws IOException {
    for (int i = 0; i < BINARIES; i++) {
      write(below + "b" + i + ".bin", i < 6 ? packed() : binary());
    }
  }

  private void write(String path, byte[] bytes) throws IOException {
    Path file = folder.resolve(path);
    Files.createDirectories(file.getParent());
    Files.write(file, bytes);
  }

  private byte[] classFile(int i) {
    ClassWriter writer = new ClassWriter(0);
    writer.visit(
        Opcodes.V17, Opcodes.ACC_PUBLIC, "p" + i % 97 + "/C" + i, null, "java/lang/Object", null);
    int members = 20 + random.nextInt(180);
    for (int m = 0; m < members; m++) {
      String name = word() + Character.toUpperCase(word().charAt(0)) + random.nextInt(10_000);
      writer.visitField(Opcodes.ACC_PRIVATE, name, "I", null, null).visitEnd();
      writer
          .visitMethod(
              Opcodes.ACC_PUBLIC | Opcodes.ACC_NATIVE,
              name,
              "(Ljava/lang/String;I)L" + word() + "/" + word() + ";",
              null,
              null)
          .visitEnd();
    }
    writer.visitEnd();
    return writer.toByteArray();
  }

  private byte[] text(int size) {
    StringBuilder out = new StringBuilder();
    while (out.length() < size) {
      out.append(word()).append(random.nextInt(12) == 0 ? ".\n" : " ");
      if (random.nextInt(6) == 0) {
        out.append(random.nextInt(100_000)).append(' ');
      }
    }
    return out.toString().getBytes(StandardCharsets.UTF_8);
  }

  private String word() {
    return WORDS[random.nextInt(WORDS.length)];
  }

  /** Already packed, like pictures and archives: noise. */
  private byte[] packed() {
    byte[] bytes = new byte[BINARY_BYTES];
    random.nextBytes(bytes);
    return bytes;
  }

  /**
   * Like programs and tables: records of little-endian numbers that grow, with codes from a small
   * set.
   */
  private byte[] binary() {
    byte[] bytes = new byte[BINARY_BYTES];
    int offset = 0x400000;
    for (int at = 0; at + 16 <= bytes.length; at += 16) {
      offset += random.nextInt(64);
      for (int i = 0; i < 4; i++) {
        bytes[at + i] = (byte) (offset >>> (8 * i));
      }
      bytes[at + 4] = (byte) (0x48 + 0x21 * random.nextInt(5));
      bytes[at + 5] = (byte) random.nextInt(16);
      bytes[at + 8] = (byte) random.nextInt(256);
    }
    return bytes;
  }

  private static void jars(Path content, Path into, int count) throws IOException {
    Files.createDirectories(into);
    List<Path> files;
    try (Stream<Path> walk = Files.walk(content)) {
      files = walk.filter(Files::isRegularFile).sorted().toList();
    }
    for (int j = 0; j < count; j++) {
      try (ZipOutputStream out =
          new ZipOutputStream(
              new BufferedOutputStream(Files.newOutputStream(into.resolve("lib" + j + ".jar"))))) {
        for (int i = j; i < files.size(); i += count) {
          out.putNextEntry(new ZipEntry(content.relativize(files.get(i)).toString()));
          Files.copy(files.get(i), out);
          out.closeEntry();
        }
      }
    }
  }

  /** Many files of a few bytes. */
  static Path many(Path base, int count) throws IOException {
    Path folder = base.resolve("many");
    if (!Files.isDirectory(folder)) {
      for (int i = 0; i < count; i++) {
        Path file = folder.resolve("d" + i % 500 + "/entry-number-" + i + ".txt");
        if (i < 500) {
          Files.createDirectories(file.getParent());
        }
        Files.writeString(file, "entry " + i + "\n");
      }
    }
    return folder;
  }

  /** One file of more than 4 GiB. */
  static Path huge(Path base, long size) throws IOException {
    Path file = base.resolve("huge/huge.bin");
    if (!Files.isRegularFile(file) || Files.size(file) != size) {
      Files.createDirectories(file.getParent());
      byte[] block = new Corpus(base).binary();
      try (OutputStream out = Files.newOutputStream(file)) {
        for (long left = size; left > 0; left -= block.length) {
          out.write(block, 0, (int) Math.min(block.length, left));
        }
      }
    }
    return file.getParent();
  }
}
