package zugabe.formats.tar;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.FieldOverflowException;
import zugabe.formats.unix.Owner;

/**
 * Encodes headers.
 *
 * <pre>
 * offset size name       offset size name
 *      0  100 name          257    6 magic "ustar"
 *    100    8 mode          263    2 version "00"
 *    108    8 uid           265   32 uname
 *    116    8 gid           297   32 gname
 *    124   12 size          329    8 devmajor
 *    136   12 mtime         337    8 devminor
 *    148    8 chksum        345  155 prefix
 *    156    1 typeflag      500   12 zeros
 *    157  100 linkname
 * </pre>
 */
final class TarHeader {
  static final int BLOCK_BYTES = 512;

  private static final int NAME_BYTES = 100;
  private static final int PREFIX_BYTES = 155;

  private static final int OWNER_BYTES = 32;

  /** Seven octal digits. */
  private static final long MAX_ID = 07777777L;

  /** Eleven octal digits. */
  private static final long MAX_SIZE = 077777777777L;

  private TarHeader() {}

  /**
   * What one header block says.
   *
   * @param mtime seconds since 1970
   */
  private record Block(
      String name, int mode, Owner owner, long size, long mtime, char type, String link) {}

  /** A member's headers: an extended one when it is needed, and the plain one. */
  static byte[] encode(TarMember member) {
    Owner owner = member.owner();
    Block plain =
        new Block(
            member.name(),
            member.mode(),
            new Owner(owner.user(), orZero(owner.uid()), owner.group(), orZero(owner.gid())),
            member.size() > MAX_SIZE ? 0 : member.size(),
            mtime(member),
            member.type(),
            member.link().orElse(""));
    List<String> records = records(member);
    if (records.isEmpty()) {
      return encode(plain);
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    byte[] body = String.join("", records).getBytes(StandardCharsets.UTF_8);
    out.writeBytes(
        encode(
            new Block("PaxHeaders/entry", 0644, Owner.ROOT, body.length, plain.mtime(), 'x', "")));
    out.writeBytes(body);
    out.writeBytes(new byte[padding(body.length)]);
    out.writeBytes(encode(plain));
    return out.toByteArray();
  }

  /** A number that has no room stands in an extended header. */
  private static long orZero(long id) {
    return id > MAX_ID ? 0 : id;
  }

  /** Bytes of a member's headers. */
  static int length(TarMember member) {
    List<String> records = records(member);
    if (records.isEmpty()) {
      return BLOCK_BYTES;
    }
    int body = String.join("", records).getBytes(StandardCharsets.UTF_8).length;
    return BLOCK_BYTES + body + padding(body) + BLOCK_BYTES;
  }

  static int padding(long size) {
    return (int) ((BLOCK_BYTES - size % BLOCK_BYTES) % BLOCK_BYTES);
  }

  private static long mtime(TarMember member) {
    return Math.min(MAX_SIZE, seconds(member));
  }

  private static long seconds(TarMember member) {
    return Math.max(0, member.time().getEpochSecond());
  }

  /** What the plain header has no room for. */
  private static List<String> records(TarMember member) {
    List<String> records = new ArrayList<>();
    if (split(member.name()) < 0) {
      records.add(record("path", member.name()));
    }
    if (!fits(member.link().orElse(""), NAME_BYTES)) {
      records.add(record("linkpath", member.link().orElseThrow()));
    }
    if (member.size() > MAX_SIZE) {
      records.add(record("size", String.valueOf(member.size())));
    }
    // the field's eleven octal digits end in the year 2242
    if (seconds(member) > MAX_SIZE) {
      records.add(record("mtime", String.valueOf(seconds(member))));
    }
    Owner owner = member.owner();
    if (owner.uid() > MAX_ID) {
      records.add(record("uid", String.valueOf(owner.uid())));
    }
    if (owner.gid() > MAX_ID) {
      records.add(record("gid", String.valueOf(owner.gid())));
    }
    if (!fits(owner.user(), OWNER_BYTES - 1)) {
      records.add(record("uname", owner.user()));
    }
    if (!fits(owner.group(), OWNER_BYTES - 1)) {
      records.add(record("gname", owner.group()));
    }
    return records;
  }

  /** {@code length key=value}, the length counting itself. */
  private static String record(String key, String value) {
    int rest = (" " + key + "=" + value + "\n").getBytes(StandardCharsets.UTF_8).length;
    int length = rest + String.valueOf(rest).length();
    if (String.valueOf(length).length() > String.valueOf(rest).length()) {
      length = rest + String.valueOf(length).length();
    }
    return length + " " + key + "=" + value + "\n";
  }

  private static boolean fits(String text, int room) {
    return text.length() <= room && isAscii(text);
  }

  private static boolean isAscii(String text) {
    for (int i = 0; i < text.length(); i++) {
      if (text.charAt(i) < 0x20 || text.charAt(i) >= 0x7F) {
        return false;
      }
    }
    return true;
  }

  /**
   * Where a name is divided into prefix and name: 0 when it fits undivided, -1 when it fits in no
   * way.
   */
  private static int split(String name) {
    if (!isAscii(name)) {
      return -1;
    }
    if (name.length() <= NAME_BYTES) {
      return 0;
    }
    for (int slash = name.indexOf('/', Math.max(1, name.length() - NAME_BYTES - 1));
        slash > 0 && slash <= PREFIX_BYTES && slash < name.length() - 1;
        slash = name.indexOf('/', slash + 1)) {
      if (name.length() - slash - 1 <= NAME_BYTES) {
        return slash;
      }
    }
    return -1;
  }

  private static byte[] encode(Block fields) {
    byte[] block = new byte[BLOCK_BYTES];
    String name = fields.name();
    int split = split(name);
    // readers that don't know extended headers get as much as there is room for
    text(block, 0, NAME_BYTES, split > 0 ? name.substring(split + 1) : name);
    text(block, 345, PREFIX_BYTES, split > 0 ? name.substring(0, split) : "");
    octal("mode", block, 100, 8, fields.mode());
    octal("uid", block, 108, 8, fields.owner().uid());
    octal("gid", block, 116, 8, fields.owner().gid());
    octal("size", block, 124, 12, fields.size());
    octal("mtime", block, 136, 12, fields.mtime());
    block[156] = (byte) fields.type();
    text(block, 157, NAME_BYTES, fields.link());
    text(block, 257, 8, "ustar\000" + "00");
    // both end with a zero
    text(block, 265, OWNER_BYTES - 1, fields.owner().user());
    text(block, 297, OWNER_BYTES - 1, fields.owner().group());
    octal("devmajor", block, 329, 8, 0);
    octal("devminor", block, 337, 8, 0);
    checksum(block);
    return block;
  }

  /** The sum of all bytes, with the field itself taken as spaces. */
  private static void checksum(byte[] block) {
    int sum = 8 * ' ';
    for (byte b : block) {
      sum += b & 0xFF;
    }
    octal("chksum", block, 148, 7, sum);
    block[155] = ' ';
  }

  private static void text(byte[] block, int at, int room, String text) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    System.arraycopy(bytes, 0, block, at, Math.min(room, bytes.length));
  }

  /** Octal digits and a NUL. */
  private static void octal(String field, byte[] block, int at, int width, long value) {
    if (value < 0 || (3 * (width - 1) < Long.SIZE && value >>> (3 * (width - 1)) != 0)) {
      throw new FieldOverflowException(field, value, width);
    }
    long left = value;
    for (int i = at + width - 2; i >= at; i--) {
      block[i] = (byte) ('0' + (left & 7));
      left >>>= 3;
    }
  }
}
