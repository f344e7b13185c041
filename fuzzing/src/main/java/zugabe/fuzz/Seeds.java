package zugabe.fuzz;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import zugabe.formats.icon.Icns;
import zugabe.formats.icon.Icon;
import zugabe.formats.icon.Pixels;
import zugabe.formats.pe.ProgramImage;
import zugabe.formats.pe.Resources;
import zugabe.kinds.Kinds;

/** Good inputs of every form, made on the spot. */
final class Seeds {
  private Seeds() {}

  static byte[] text(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  static List<byte[]> classes() {
    List<byte[]> seeds = new ArrayList<>();
    for (Class<?> c :
        List.of(
            Seeds.class, Mutations.class, Target.class, Fuzz.class, List.class, ByteBuffer.class)) {
      try (InputStream in = c.getResourceAsStream("/" + c.getName().replace('.', '/') + ".class")) {
        seeds.add(in.readAllBytes());
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
    return seeds;
  }

  private static byte[] bytes(Path file) {
    try {
      return Files.readAllBytes(file);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  static byte[] zip(String... namesAndTexts) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      for (int i = 0; i < namesAndTexts.length; i += 2) {
        ZipEntry entry = new ZipEntry(namesAndTexts[i]);
        entry.setTime(0);
        zip.putNextEntry(entry);
        zip.write(text(namesAndTexts[i + 1]));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  static byte[] jar() {
    return zip(
        "META-INF/MANIFEST.MF",
        "Manifest-Version: 1.0\r\nMain-Class: a.B\r\nImport-Package: a;version=\"1\",b;resolution:=optional\r\n\r\nName: a/\r\nX: y\r\n",
        "META-INF/maven/g/a/pom.xml",
        "<project><licenses><license><name> Apache-2.0 </name></license></licenses><dependency><groupId>x</groupId>"
            + "<optional>true</optional></dependency></project>",
        "META-INF/services/a.Spi",
        "a.Impl # c\n",
        "a/B.class",
        new String(classes().get(0), StandardCharsets.ISO_8859_1),
        "LICENSE.txt",
        "SPDX-License-Identifier: MIT\nPermission is hereby granted");
  }

  /** A tar file with a file, a folder, a link and an extended header (POSIX.1-2017, pax). */
  static byte[] tar() {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    member(out, "x", 'x', "30 mtime=1700000000.123456789\n18 path=long/name\n");
    member(out, "plain.txt", '0', "content");
    member(out, "folder/", '5', "");
    member(out, "link", '2', "");
    member(out, "L", 'L', "a/very/long/name");
    member(out, "other", '0', "x".repeat(1000));
    out.writeBytes(new byte[1024]);
    return out.toByteArray();
  }

  private static void member(ByteArrayOutputStream out, String name, char type, String content) {
    byte[] block = new byte[512];
    byte[] body = text(content);
    put(block, 0, name);
    put(block, 100, "0000644\0000000000\0000000000\000");
    put(block, 124, String.format("%011o", body.length) + "\00000000000000\000");
    put(block, 148, "        ");
    block[156] = (byte) type;
    put(block, 157, type == '2' ? "plain.txt" : "");
    put(block, 257, "ustar\00000root");
    int sum = 0;
    for (byte b : block) {
      sum += b & 0xFF;
    }
    put(block, 148, String.format("%06o", sum) + "\000 ");
    out.writeBytes(block);
    out.writeBytes(body);
    out.writeBytes(new byte[(512 - body.length % 512) % 512]);
  }

  private static void put(byte[] block, int at, String text) {
    byte[] bytes = text.getBytes(StandardCharsets.ISO_8859_1);
    System.arraycopy(bytes, 0, block, at, bytes.length);
  }

  static List<byte[]> pictures() {
    List<byte[]> seeds = new ArrayList<>();
    BufferedImage image = new BufferedImage(33, 17, BufferedImage.TYPE_INT_RGB);
    for (String form : List.of("png", "gif", "jpg", "bmp")) {
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      try {
        ImageIO.write(image, form, bytes);
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
      seeds.add(bytes.toByteArray());
    }
    seeds.add(
        text(
            "<?xml version=\"1.0\"?><!-- x --><svg xmlns=\"http://www.w3.org/2000/svg\" width=\"10\" viewBox=\"0 0 9 9\"/>"));
    ByteBuffer ico = ByteBuffer.allocate(64).order(ByteOrder.LITTLE_ENDIAN);
    ico.putShort((short) 0)
        .putShort((short) 1)
        .putShort((short) 1)
        .put((byte) 16)
        .put((byte) 16)
        .putShort((short) 0);
    ico.putShort((short) 1).putShort((short) 32).putInt(40).putInt(22);
    seeds.add(ico.array());
    seeds.add(text("icns\0\0\0\020ic08\0\0\0\010"));
    return seeds;
  }

  /** A program with resources: a start program of ours, which has a jar behind it otherwise. */
  /** Icons of every form that is read. */
  static List<byte[]> icons() throws IOException {
    ByteArrayOutputStream png = new ByteArrayOutputStream();
    ImageIO.write(new BufferedImage(20, 20, BufferedImage.TYPE_INT_ARGB), "png", png);
    Pixels pixels = Pixels.decode(png.toByteArray());
    return List.of(
        Icon.of(pixels).file(),
        Icns.file(pixels),
        resources(),
        text("<svg viewBox='0 0 9 9'><g><path d='M1 1 Q 2 8 9 9z' fill='url(#a)'/></g></svg>"));
  }

  /** A start program without anything in it. */
  static byte[] program() throws IOException {
    try (InputStream in =
        Kinds.class.getResourceAsStream("/zugabe/kinds/launcher/console-x86.exe")) {
      return in.readAllBytes();
    }
  }

  /** A cabinet with one stored file. */
  static byte[] cabinet() {
    byte[] content = text("high water at nine");
    ByteBuffer out = ByteBuffer.allocate(128).order(ByteOrder.LITTLE_ENDIAN);
    int files = 36 + 8;
    int data = files + 16 + 6;
    out.put(text("MSCF")).putInt(0).putInt(data + 8 + content.length).putInt(0).putInt(files);
    out.putInt(0).put((byte) 3).put((byte) 1).putShort((short) 1).putShort((short) 1);
    out.putShort((short) 0).putShort((short) 7).putShort((short) 0);
    out.putInt(data).putShort((short) 1).putShort((short) 0);
    out.putInt(content.length).putInt(0).putShort((short) 0).putShort((short) 0x5B21);
    out.putShort((short) 0).putShort((short) 0x20).put(text("a.txt\0"));
    out.putInt(0).putShort((short) content.length).putShort((short) content.length).put(content);
    return Arrays.copyOf(out.array(), out.position());
  }

  static byte[] resources() {
    Resources some = new Resources();
    some.put(Resources.DATA, 1, Resources.NEUTRAL, text("a=b"));
    some.put(Resources.GROUP_ICON, 1, Resources.NEUTRAL, new byte[20]);
    some.put(Resources.VERSION, 1, 0x0409, new byte[100]);
    try {
      return ProgramImage.of(program(), some).bytes();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Programs of this machine, and headers of others. */
  static List<byte[]> programs() {
    List<byte[]> seeds = new ArrayList<>();
    for (String file : List.of("/bin/true", "/bin/ls")) {
      if (Files.isReadable(Path.of(file))) {
        seeds.add(bytes(Path.of(file)));
      }
    }
    ByteBuffer elf = ByteBuffer.allocate(2048).order(ByteOrder.LITTLE_ENDIAN);
    elf.put(new byte[] {0x7F, 'E', 'L', 'F', 2, 1, 1, 0}).position(16);
    elf.putShort((short) 3)
        .putShort((short) 62)
        .putInt(1)
        .putLong(0)
        .putLong(64)
        .putLong(0)
        .putInt(0);
    elf.putShort((short) 64).putShort((short) 56).putShort((short) 2).putShort((short) 0);
    elf.position(64);
    elf.putInt(1)
        .putInt(4)
        .putLong(0)
        .putLong(0)
        .putLong(0)
        .putLong(2048)
        .putLong(2048)
        .putLong(4096);
    elf.putInt(2)
        .putInt(4)
        .putLong(512)
        .putLong(512)
        .putLong(512)
        .putLong(160)
        .putLong(160)
        .putLong(8);
    elf.position(512);
    long[] dynamic = {1, 1, 5, 1024, 10, 100, 14, 8, 0x6ffffffe, 1200, 0x6fffffff, 1, 0, 0};
    for (long d : dynamic) {
      elf.putLong(d);
    }
    elf.position(1024);
    elf.put(text("\0libc.so.6\0GLIBC_2.34\0"));
    elf.position(1200);
    elf.putShort((short) 1)
        .putShort((short) 1)
        .putInt(1)
        .putInt(16)
        .putInt(0)
        .putInt(0)
        .putShort((short) 0)
        .putShort((short) 2)
        .putInt(11)
        .putInt(0);
    seeds.add(elf.array());
    ByteBuffer pe = ByteBuffer.allocate(1024).order(ByteOrder.LITTLE_ENDIAN);
    pe.put(text("MZ")).position(60);
    pe.putInt(128).position(128);
    pe.put(text("PE\0\0"))
        .putShort((short) 0x8664)
        .putShort((short) 1)
        .putInt(0)
        .putInt(0)
        .putInt(0)
        .putShort((short) 240)
        .putShort((short) 0x22);
    pe.putShort((short) 0x20b).position(152 + 68);
    pe.putShort((short) 3).position(152 + 108);
    pe.putInt(16).putInt(0).putInt(0).putInt(0x1000).putInt(60).position(152 + 240);
    pe.put(text(".text\0\0\0")).putInt(512).putInt(0x1000).putInt(512).putInt(512).position(512);
    pe.putInt(0x1040).putInt(0).putInt(0).putInt(0x1050).putInt(0x1040).position(512 + 0x50);
    pe.put(text("KERNEL32.dll\0"));
    seeds.add(pe.array());
    ByteBuffer macho = ByteBuffer.allocate(512).order(ByteOrder.LITTLE_ENDIAN);
    macho
        .putInt(0xfeedfacf)
        .putInt(0x0100000c)
        .putInt(0)
        .putInt(2)
        .putInt(2)
        .putInt(88)
        .putInt(0)
        .putInt(0);
    macho
        .putInt(0xc)
        .putInt(56)
        .putInt(24)
        .putInt(0)
        .putInt(1)
        .putInt(1)
        .put(text("/usr/lib/libSystem.B.dylib"))
        .position(32 + 56);
    macho.putInt(0x32).putInt(32).putInt(1).putInt(0x000b0000).putInt(0x000e0000).putInt(0);
    seeds.add(macho.array());
    ByteBuffer fat = ByteBuffer.allocate(1024);
    fat.putInt(0xcafebabe)
        .putInt(1)
        .putInt(0x0100000c)
        .putInt(0)
        .putInt(256)
        .putInt(512)
        .putInt(12)
        .position(256);
    fat.put(macho.array());
    seeds.add(fat.array());
    ByteBuffer dex = ByteBuffer.allocate(200).order(ByteOrder.LITTLE_ENDIAN);
    dex.put(text("dex\n035\0")).position(32);
    dex.putInt(200).putInt(112).putInt(0x12345678).position(88);
    dex.putInt(3).putInt(112).putInt(2).putInt(120);
    seeds.add(dex.array());
    ByteBuffer beam = ByteBuffer.allocate(80);
    beam.put(text("FOR1")).putInt(72).put(text("BEAM"));
    beam.put(text("AtU8"))
        .putInt(14)
        .putInt(2)
        .put((byte) 4)
        .put(text("tide"))
        .put((byte) 3)
        .put(text("run"))
        .putShort((short) 0);
    beam.put(text("ImpT")).putInt(16).putInt(1).putInt(1).putInt(2).putInt(1);
    seeds.add(beam.array());
    return seeds;
  }
}
