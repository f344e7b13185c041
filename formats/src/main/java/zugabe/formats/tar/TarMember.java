package zugabe.formats.tar;

import java.time.Instant;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.formats.unix.Owner;

/**
 * One entry to be written.
 *
 * @param name path with {@code /} between its parts; a folder's ends with one
 * @param time whole seconds are kept
 * @param mode Unix permission bits, 0 to 07777
 * @param owner whom it belongs to
 * @param content of a regular file
 * @param link target of a symbolic link
 */
public record TarMember(
    String name,
    Instant time,
    int mode,
    Owner owner,
    Optional<Content> content,
    Optional<String> link) {

  public static TarMember folder(String name, Instant time, int mode) {
    String slashed = name.endsWith("/") ? name : name + "/";
    return new TarMember(slashed, time, mode, Owner.ROOT, Optional.empty(), Optional.empty());
  }

  public static TarMember file(String name, Instant time, int mode, Content content) {
    return new TarMember(name, time, mode, Owner.ROOT, Optional.of(content), Optional.empty());
  }

  public static TarMember link(String name, Instant time, String target) {
    return new TarMember(name, time, 0777, Owner.ROOT, Optional.empty(), Optional.of(target));
  }

  /** The same, belonging to somebody else than root. */
  public TarMember ownedBy(Owner someone) {
    return new TarMember(name, time, mode, someone, content, link);
  }

  long size() {
    return content.map(Content::size).orElse(0L);
  }

  char type() {
    return content.isPresent() ? '0' : link.isPresent() ? '2' : '5';
  }
}
