package zugabe.formats.zip;

import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;

/**
 * One entry to be written.
 *
 * @param name path with {@code /} between its parts; a folder's ends with one
 * @param time written in UTC with even seconds
 * @param mode Unix permission bits, 0 to 07777; of a link with its type
 * @param payload what it holds
 * @param alignment the data starts at a multiple of this many bytes (1 to 32,768) when it is stored
 */
public record ZipMember(String name, Instant time, int mode, Payload payload, int alignment) {
  /** Type of a symbolic link among the bits of st_mode (POSIX, sys/stat.h). */
  private static final int LINK = 0120000;

  public ZipMember {
    Objects.requireNonNull(payload, "payload");
    if (alignment < 1 || alignment > 32768 || Integer.bitCount(alignment) != 1) {
      throw new IllegalArgumentException(
          "alignment is " + alignment + ": a power of two up to 32768 is wanted");
    }
  }

  /** What an entry holds. */
  public sealed interface Payload {}

  /** A folder: no bytes. */
  record Folder() implements Payload {}

  /** Content that is packed, or stored when that doesn't make it smaller. */
  record Fresh(Content content, Packing packing) implements Payload {}

  /** The packed bytes of another archive's entry, which travel as they are. */
  record Travelling(ArchivedContent content) implements Payload {
    ZipEntry from() {
      return content.entry();
    }
  }

  /** A whole file that is laid out while the archive is written; it is stored. */
  record Inside(Layout layout) implements Payload {}

  /** A file that is laid out while the archive is written. */
  public static ZipMember inside(String name, Instant time, Layout layout) {
    return new ZipMember(name, time, 0644, new Inside(layout), 1);
  }

  /**
   * A symbolic link: its target is its content, and its mode says what it is (APPNOTE.TXT leaves
   * this to the host system; Info-ZIP's way on Unix).
   */
  public static ZipMember link(String name, Instant time, String target) {
    Content content = Content.of(target.getBytes(java.nio.charset.StandardCharsets.UTF_8));
    return new ZipMember(name, time, LINK | 0777, new Fresh(content, Packing.stored()), 1);
  }

  /** A folder; a missing last slash is added. */
  public static ZipMember folder(String name, Instant time) {
    return new ZipMember(name.endsWith("/") ? name : name + "/", time, 0755, new Folder(), 1);
  }

  /** A file to be packed, unless its bytes lie packed in another archive already. */
  public static ZipMember file(String name, Instant time, Content content, Packing packing) {
    Payload payload =
        content instanceof ArchivedContent archived && !packing.stores()
            ? new Travelling(archived)
            : new Fresh(content, packing);
    return new ZipMember(name, time, 0644, payload, 1);
  }

  /** The same with its data aligned. */
  public ZipMember aligned(int bytes) {
    return new ZipMember(name, time, mode, payload, bytes);
  }

  /** The same with other permission bits. */
  public ZipMember withMode(int bits) {
    return new ZipMember(name, time, bits, payload, alignment);
  }

  /** What it holds; empty for folders, and for what is laid out while it is written. */
  public Optional<Content> content() {
    if (payload instanceof Travelling t) {
      return Optional.of(t.content());
    }
    return payload instanceof Fresh fresh ? Optional.of(fresh.content()) : Optional.empty();
  }

  boolean isFolder() {
    return payload instanceof Folder;
  }
}
