package zugabe.core.materials;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.formats.beam.Beam;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.classfile.UnreadableClassException;
import zugabe.formats.dex.Dex;
import zugabe.formats.elf.ElfReader;
import zugabe.formats.macho.MachOReader;
import zugabe.formats.pe.PeReader;
import zugabe.formats.picture.Picture;

/**
 * Tells from a file's content what it is. Its name helps only among texts that look alike. Whatever
 * is in the file, it reads no more than its first bytes and what its own tables point to.
 */
public final class Recogniser {
  private static final int START_BYTES = 4096;
  private static final int TAR_MAGIC_AT = 257;
  private static final Map<String, String> PACKED =
      Map.of(
          "gzip", "\037\u008b",
          "xz", "\u00fd7zXZ\0",
          "zstd", "(\u00b5/\u00fd",
          "bzip2", "BZh",
          "7z", "7z\u00bc\u00af'\u001c",
          "ar", "!<arch>\n");

  private Recogniser() {}

  /**
   * Recognises a file.
   *
   * @param path as the user would name it
   */
  public static Recognition recognise(String path, Content content) throws IOException {
    if (content.size() == 0) {
      return Recognition.of(Nature.EMPTY, "");
    }
    try (Access access = content.access()) {
      byte[] start = access.readFully(0, (int) Math.min(START_BYTES, access.size()));
      Optional<Recognition> known = deep(start, content);
      return known.isPresent() ? known.get() : recognise(path, start, access, true);
    }
  }

  /**
   * The same from the first bytes, as far as they tell: what is in a zip or a class stays unknown,
   * and so do licences among the texts.
   *
   * @param start of the content, which is opened only where its own tables point to more
   */
  public static Recognition glance(String path, byte[] start, Content content) throws IOException {
    if (start.length == 0) {
      return Recognition.of(Nature.EMPTY, "");
    }
    if (isZip(start)) {
      return Recognition.of(Nature.ARCHIVE, "zip");
    }
    if (isClass(start)) {
      return Recognition.of(Nature.CLASS, "");
    }
    try (Access access = new StartedAccess(start, content)) {
      return recognise(
          path, Arrays.copyOf(start, Math.min(START_BYTES, start.length)), access, false);
    }
  }

  private static Recognition recognise(String path, byte[] start, Access access, boolean thorough)
      throws IOException {
    Optional<Recognition> known = binary(start, access);
    if (known.isEmpty()) {
      known = KeyLook.of(start, access);
    }
    return known.isPresent() ? known.get() : TextLook.of(path, start, access, thorough);
  }

  /** What is told only by reading more than some tables. */
  private static Optional<Recognition> deep(byte[] start, Content content) throws IOException {
    if (isZip(start)) {
      return Optional.of(JarLook.of(content));
    }
    return isClass(start) ? Optional.of(classFile(content)) : Optional.empty();
  }

  private static boolean isZip(byte[] start) {
    return starts(start, "PK\003\004") || starts(start, "PK\005\006");
  }

  /** A file for several processors starts like a class; its version tells them apart. */
  private static boolean isClass(byte[] start) {
    return start.length >= ClassFacts.HEADER_BYTES
        && ClassFacts.isClass(start)
        && !MachOReader.isMachO(start);
  }

  private static Optional<Recognition> binary(byte[] start, Access access) throws IOException {
    if (MachOReader.isMachO(start)) {
      return Optional.of(guarded(Nature.PROGRAM, "Mach-O", () -> NativeLook.machO(access)));
    }
    if (ElfReader.isElf(start)) {
      return Optional.of(guarded(Nature.PROGRAM, "ELF", () -> NativeLook.elf(access)));
    }
    if (PeReader.mayBePe(start)) {
      return Optional.of(guarded(Nature.PROGRAM, "PE", () -> NativeLook.pe(access)));
    }
    if (Dex.isDex(start)) {
      return Optional.of(guarded(Nature.DALVIK, "", () -> dex(access)));
    }
    if (Beam.isBeam(start)) {
      return Optional.of(guarded(Nature.BEAM, "", () -> beam(access)));
    }
    Optional<Picture> picture;
    try {
      picture = Picture.read(access);
    } catch (MalformedException e) {
      return Optional.of(Recognition.damaged(Nature.PICTURE, "", e.getMessage()));
    }
    return picture.map(Recogniser::picture).or(() -> packed(start));
  }

  /** Something to be read that may be damaged. */
  private interface Look {
    Recognition look() throws IOException;
  }

  private static Recognition guarded(Nature nature, String form, Look look) throws IOException {
    try {
      return look.look();
    } catch (MalformedException e) {
      return Recognition.damaged(nature, form, e.getMessage());
    }
  }

  private static Recognition picture(Picture picture) {
    Recognition known = Recognition.of(Nature.PICTURE, picture.format());
    String sizes = String.join(", ", picture.sizes().stream().map(Picture.Size::toString).toList());
    return known.with("size", sizes);
  }

  private static Recognition dex(Access access) throws IOException {
    Dex dex = Dex.read(access);
    return Recognition.of(Nature.DALVIK, "version " + dex.version())
        .with("classes", String.valueOf(dex.classes()))
        .with("methods", String.valueOf(dex.methods()))
        .with("least API level", String.valueOf(dex.leastApi()))
        .on(java.util.List.of("android"));
  }

  private static Recognition beam(Access access) throws IOException {
    Beam beam = Beam.read(access);
    return Recognition.of(Nature.BEAM, "")
        .with("module", beam.module())
        .with("calls", String.join(", ", beam.calls()));
  }

  private static Recognition classFile(Content content) throws IOException {
    if (content.size() > ClassFacts.MAX_BYTES) {
      return Recognition.damaged(Nature.CLASS, "", "it is too large for a class");
    }
    try (InputStream in = content.open()) {
      ClassFacts facts = ClassFacts.decode(in.readAllBytes());
      return Recognition.of(Nature.CLASS, "")
          .with("name", facts.name())
          .with("java", String.valueOf(ClassFacts.javaVersion(facts.major())))
          .with("extends", facts.superName().equals("java.lang.Object") ? "" : facts.superName())
          .with("main", facts.main() == ClassFacts.Main.USABLE ? "can be started" : "");
    } catch (UnreadableClassException e) {
      return Recognition.damaged(Nature.CLASS, "", e.getMessage());
    }
  }

  /** Packed files whose content isn't looked at. */
  private static Optional<Recognition> packed(byte[] start) {
    return PACKED.entrySet().stream()
        .filter(p -> starts(start, p.getValue()))
        .map(Map.Entry::getKey)
        .findFirst()
        .or(() -> isTar(start) ? Optional.of("tar") : Optional.empty())
        .map(form -> Recognition.of(Nature.ARCHIVE, form));
  }

  private static boolean isTar(byte[] start) {
    return start.length >= TAR_MAGIC_AT + 5
        && new String(start, TAR_MAGIC_AT, 5, StandardCharsets.ISO_8859_1).equals("ustar");
  }

  static boolean starts(byte[] start, String latin) {
    if (start.length < latin.length()) {
      return false;
    }
    for (int i = 0; i < latin.length(); i++) {
      if ((start[i] & 0xFF) != latin.charAt(i)) {
        return false;
      }
    }
    return true;
  }
}
