package zugabe.core.materials;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
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
    return recognise(path, content, true);
  }

  /** The same without telling licences from other texts, which takes reading them whole. */
  public static Recognition glance(String path, Content content) throws IOException {
    return recognise(path, content, false);
  }

  private static Recognition recognise(String path, Content content, boolean thorough)
      throws IOException {
    if (content.size() == 0) {
      return Recognition.of(Nature.EMPTY, "");
    }
    try (Access access = content.access()) {
      byte[] start = access.readFully(0, (int) Math.min(START_BYTES, access.size()));
      Optional<Recognition> known = binary(start, access, content);
      if (known.isPresent()) {
        return known.get();
      }
      Optional<Recognition> key = KeyLook.of(start, access);
      return key.isPresent() ? key.get() : TextLook.of(path, start, access, thorough);
    }
  }

  private static Optional<Recognition> binary(byte[] start, Access access, Content content)
      throws IOException {
    if (starts(start, "PK\003\004") || starts(start, "PK\005\006")) {
      return Optional.of(JarLook.of(content));
    }
    // a file for several processors starts like a class; its version tells them apart
    if (MachOReader.isMachO(start)) {
      return Optional.of(guarded(Nature.PROGRAM, "Mach-O", () -> NativeLook.machO(access)));
    }
    if (start.length >= ClassFacts.HEADER_BYTES && ClassFacts.isClass(start)) {
      return Optional.of(classFile(content));
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
