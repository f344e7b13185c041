package zugabe.core.sign;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Access;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.bytes.RangeDigest;
import zugabe.core.android.PackageManifest;
import zugabe.core.work.Workers;
import zugabe.formats.androidxml.XmlReader;
import zugabe.formats.apk.ContentDigest;
import zugabe.formats.apk.SignatureAlgorithm;
import zugabe.formats.apk.SigningBlock;
import zugabe.formats.apk.TreeDigest;
import zugabe.formats.zip.ZipEnd;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipListing;

/**
 * A package for Android: a zip file with a compiled manifest, and maybe a signing block.
 *
 * @param block with signers; empty for a package that has none
 */
record PackageFile(
    Content content, ZipListing listing, PackageManifest manifest, Optional<SigningBlock> block) {
  private static final int START_BYTES = 8;

  /** Where the end record tells where the directory is. */
  private static final int OFFSET_AT = 16;

  /**
   * Reads one.
   *
   * @param listing of the file
   * @return empty when the file isn't one
   * @throws MalformedException when it is damaged
   */
  static Optional<PackageFile> of(Content content, ZipListing listing) throws IOException {
    try {
      return read(content, listing);
    } catch (ZipFaultException e) {
      throw new MalformedException(e.getMessage(), e.irregularity().offset());
    }
  }

  private static Optional<PackageFile> read(Content content, ZipListing listing)
      throws IOException {
    Optional<ZipEntry> manifest = listing.entry(PackageManifest.PATH);
    if (manifest.isEmpty() || !isCompiled(manifest.get())) {
      return Optional.empty();
    }
    try (Access access = content.access()) {
      ZipListing.Directory at = listing.directory();
      if (ZipEnd.at(access).orElse(-1) != at.end()) {
        throw new MalformedException(
            "there are records between its directory and its end, which phones don't read",
            at.end());
      }
      return Optional.of(
          new PackageFile(
              content,
              listing,
              PackageManifest.read(manifest.get()),
              SigningBlock.find(access, at.at())));
    }
  }

  /** Libraries have a manifest as well, as it was written. */
  private static boolean isCompiled(ZipEntry manifest) throws IOException {
    try (InputStream in = manifest.open()) {
      return XmlReader.mayBe(in.readNBytes(START_BYTES));
    }
  }

  /** Where the entries end. */
  private long entriesEnd() {
    return block.map(SigningBlock::at).orElse(listing.directory().at());
  }

  /** The end record, as if the directory stood in the signing block's place. */
  private byte[] end(Access access) throws IOException {
    long at = listing.directory().end();
    byte[] end = access.readFully(at, (int) (access.size() - at));
    byte[] moved = ByteWriter.ofSize(4).u4("offset of central directory", entriesEnd()).done();
    System.arraycopy(moved, 0, end, OFFSET_AT, moved.length);
    return end;
  }

  /** The digest of all but the signing block. */
  byte[] digest(SignatureAlgorithm algorithm, Workers workers) throws IOException {
    try (Access access = content.access()) {
      byte[] end = end(access);
      long directory = listing.directory().at();
      long size = listing.directory().end() - directory;
      if (algorithm.isTree()) {
        List<InputStream> all =
            List.of(
                access.stream(0, entriesEnd()),
                access.stream(directory, size),
                new ByteArrayInputStream(end));
        return TreeDigest.of(
            new SequenceInputStream(Collections.enumeration(all)),
            entriesEnd() + size + end.length);
      }
      ByteArrayOutputStream chunks = new ByteArrayOutputStream();
      List<Range> ranges = new ArrayList<>(Range.of(0, entriesEnd()));
      ranges.addAll(Range.of(directory, directory + size));
      workers.map(ranges, r -> r.digest(access, algorithm.digest())).forEach(chunks::writeBytes);
      chunks.write(ContentDigest.section(algorithm.digest(), end));
      return ContentDigest.whole(algorithm.digest(), chunks.toByteArray());
    }
  }

  /** A chunk of a section. */
  private record Range(long at, int size) {
    /** What fits into a processor's own memory: fresh megabytes would have to be cleared first. */
    private static final int BUFFER_BYTES = 1 << 16;

    static List<Range> of(long start, long end) {
      List<Range> all = new ArrayList<>();
      for (long at = start; at < end; at += ContentDigest.CHUNK_BYTES) {
        all.add(new Range(at, (int) Math.min(ContentDigest.CHUNK_BYTES, end - at)));
      }
      return all;
    }

    byte[] digest(Access access, String algorithm) throws IOException {
      RangeDigest.Engine chunk = ContentDigest.start(algorithm, size);
      byte[] buffer = new byte[Math.min(size, BUFFER_BYTES)];
      for (int done = 0; done < size; ) {
        int count = access.read(at + done, buffer, 0, Math.min(buffer.length, size - done));
        if (count < 0) {
          throw new EOFException("the bytes end at " + access.size());
        }
        chunk.update(buffer, 0, count);
        done += count;
      }
      return chunk.done();
    }
  }
}
