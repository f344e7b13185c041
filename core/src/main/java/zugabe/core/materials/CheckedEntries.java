package zugabe.core.materials;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.formats.zip.ArchivedContent;
import zugabe.formats.zip.ZipListing;

/**
 * That a library's entries were unpacked and found whole, as it is kept for the next build.
 *
 * @param digest SHA-256 of the file, in hexadecimal
 * @param crc32 of the file
 * @param sums CRC-32 of each entry's packed bytes, in the order of the directory
 */
record CheckedEntries(String digest, long crc32, List<Long> sums) {
  private static final String KIND = "library entries 1";
  private static final int DIGEST = 64;

  /** Of a file that was read to its end. */
  static CheckedEntries of(FileContent file, List<ArchivedContent> contents) throws IOException {
    return new CheckedEntries(
        file.digest(), file.crc32(), contents.stream().map(ArchivedContent::rawCrc32).toList());
  }

  /** Forgets them. */
  static void drop(CacheSlot kept) {
    kept.put(KIND, new byte[0]);
  }

  static Optional<CheckedEntries> kept(CacheSlot kept) {
    return kept.get(KIND)
        .filter(b -> b.length >= DIGEST + Integer.BYTES)
        .map(CheckedEntries::decode);
  }

  private static CheckedEntries decode(byte[] bytes) {
    ByteBuffer in = ByteBuffer.wrap(bytes);
    byte[] digest = new byte[DIGEST];
    in.get(digest);
    long crc32 = Integer.toUnsignedLong(in.getInt());
    List<Long> sums = new ArrayList<>();
    while (in.remaining() >= Integer.BYTES) {
      sums.add(Integer.toUnsignedLong(in.getInt()));
    }
    return new CheckedEntries(new String(digest, StandardCharsets.US_ASCII), crc32, sums);
  }

  void keep(CacheSlot kept) {
    ByteBuffer out = ByteBuffer.allocate(DIGEST + (1 + sums.size()) * Integer.BYTES);
    out.put(digest.getBytes(StandardCharsets.US_ASCII));
    out.putInt((int) crc32);
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
