package zugabe.core.materials;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import zugabe.formats.zip.ArchivedContent;
import zugabe.formats.zip.ZipListing;

/**
 * That a library's entries were unpacked and found whole, as it is kept for the next build.
 *
 * @param digest SHA-256 of the file, in hexadecimal
 * @param crc32 of the file
 * @param words its sum, see {@link FileContent#knownWordSum}
 * @param sums CRC-32 of each entry's packed bytes, in the order of the directory
 */
record CheckedEntries(String digest, long crc32, OptionalLong words, List<Long> sums) {
  private static final String KIND = "library entries 2";
  private static final int DIGEST = 64;

  /** What stands in front of the entries' sums. */
  private static final int HEAD = DIGEST + 2 * Integer.BYTES;

  private static final int UNKNOWN = -1;

  /** Of a file that was read to its end. */
  static CheckedEntries of(FileContent file, List<ArchivedContent> contents) throws IOException {
    return new CheckedEntries(
        file.digest(),
        file.crc32(),
        file.knownWordSum(),
        contents.stream().map(ArchivedContent::rawCrc32).toList());
  }

  /** Forgets them. */
  static void drop(CacheSlot kept) {
    kept.put(KIND, new byte[0]);
  }

  static Optional<CheckedEntries> kept(CacheSlot kept) {
    return kept.get(KIND).filter(b -> b.length >= HEAD).map(CheckedEntries::decode);
  }

  private static CheckedEntries decode(byte[] bytes) {
    ByteBuffer in = ByteBuffer.wrap(bytes);
    byte[] digest = new byte[DIGEST];
    in.get(digest);
    long crc32 = Integer.toUnsignedLong(in.getInt());
    int words = in.getInt();
    List<Long> sums = new ArrayList<>();
    while (in.remaining() >= Integer.BYTES) {
      sums.add(Integer.toUnsignedLong(in.getInt()));
    }
    return new CheckedEntries(
        new String(digest, StandardCharsets.US_ASCII),
        crc32,
        words == UNKNOWN ? OptionalLong.empty() : OptionalLong.of(words),
        sums);
  }

  void keep(CacheSlot kept) {
    ByteBuffer out = ByteBuffer.allocate(HEAD + sums.size() * Integer.BYTES);
    out.put(digest.getBytes(StandardCharsets.US_ASCII));
    out.putInt((int) crc32);
    out.putInt((int) words.orElse(UNKNOWN));
    sums.forEach(s -> out.putInt(s.intValue()));
    kept.put(KIND, out.array());
  }

  /** The entries; empty when there are others. */
  Optional<List<ArchivedContent>> contents(ZipListing listing) {
    if (listing.entries().size() != sums.size()) {
      return Optional.empty();
    }
    List<ArchivedContent> contents = new ArrayList<>(sums.size());
    for (int i = 0; i < sums.size(); i++) {
      contents.add(new ArchivedContent(listing.entries().get(i), sums.get(i)));
    }
    return Optional.of(contents);
  }
}
