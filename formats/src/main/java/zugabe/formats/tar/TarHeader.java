package zugabe.formats.tar;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.FieldOverflowException;

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

  /** Eleven octal digits. */
  private static final long MAX_SIZE = 077777777777L;

  private TarHeader() {}

  /** A member's headers: an extended one when it is needed, and the plain one. */
  static byte[] encode(TarMember member) {
    List<String> records = records(member);
    if (records.isEmpty()) {
      return block(
          member.name(),
          member.mode(),
          member.size(),
          mtime(member),
          member.type(),
          member.link().orElse(""));
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    byte[] body = String.join("", records).getBytes(StandardCharsets.UTF_8);
    out.writeBytes(block("PaxHeaders/entry", 0644, body.length, mtime(member), 'x', ""));
    out.writeBytes(body);
    out.writeBytes(new byte[padding(body.length)]);
    long size = member.size() > MAX_SIZE ? 0 : member.size();
    out.writeBytes(
        block(
            member.name(),
            member.mode(),
            size,
            mtime(member),
            member.type(),
            member.link().orElse("")));
    return out.toByteArray();
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
    return Math.max(0, member.time().getEpochSecond());
  }

  private static List<String> records(TarMember member) {
    boolean plain =
        split(member.name()) >= 0 && fits(member.link().orElse("")) && member.size() <= MAX_SIZE;
    if (plain) {
      return List.of();
    }
    List<String> records = new ArrayList<>();
    if (split(member.name()) < 0) {
      records.add(record("path", member.name()));
    }
    if (!fits(member.link().orElse(""))) {
      records.add(record("linkpath", member.link().orElseThrow()));
    }
    if (member.size() > MAX_SIZE) {
      records.add(record("size", String.valueOf(member.size())));
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

  private static boolean fits(String text) {
    return text.length() <= NAME_BYTES && isAscii(text);
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

  private static byte[] block(
      String name, int mode, long size, long mtime, char type, String link) {
    byte[] block = new byte[BLOCK_BYTES];
    int split = split(name);
    // readers that don't know extended headers get as much as there is room for
    text(block, 0, NAME_BYTES, split > 0 ? name.substring(split + 1) : name);
    text(block, 345, PREFIX_BYTES, split > 0 ? name.substring(0, split) : "");
    octal("mode", block, 100, 8, mode);
    octal("uid", block, 108, 8, 0);
    octal("gid", block, 116, 8, 0);
    octal("size", block, 124, 12, size);
    octal("mtime", block, 136, 12, mtime);
    block[156] = (byte) type;
    text(block, 157, NAME_BYTES, link);
    text(block, 257, 8, "ustar\000" + "00");
    text(block, 265, 32, "root");
    text(block, 297, 32, "root");
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
