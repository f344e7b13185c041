package zugabe.formats.zip;

import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Access;
import zugabe.bytes.ByteReader;
import zugabe.bytes.Content;

/**
 * Reads an archive's directory strictly: every claim is held against the file before anything is
 * unpacked. What is read is bounded by the file's size; a high ratio of content to packed bytes is
 * never a fault by itself.
 */
public final class ZipReader {
  private static final int WINDOW_BYTES = 1 << 15;
  private static final int NEAR_BYTES = 1 << 13;

  /** A directory of this size is read at once. */
  private static final int WHOLE_BYTES = 1 << 20;

  private final Content archive;
  private final Access access;
  private final List<ZipIrregularity> irregularities = new ArrayList<>();
  private EndRecords end;
  private byte[] window = new byte[0];
  private long windowAt;
  private long last = -NEAR_BYTES;

  private ZipReader(Content archive, Access access) {
    this.archive = archive;
    this.access = access;
  }

  /**
   * Reads the directory and every local header. Faults of single entries are collected in the
   * listing.
   *
   * @throws ZipFaultException when there is no directory to read
   */
  public static ZipListing read(Content archive) throws IOException {
    try (Access access = archive.access()) {
      return new ZipReader(archive, access).listing();
    }
  }

  private ZipListing listing() throws IOException {
    end = EndRecords.find(access);
    if (end.prefix() > 0) {
      note(ZipFault.PREFIX, "", 0, end.prefix() + " bytes stand before the archive");
    } else if (end.prefix() < 0) {
      throw new ZipFaultException(
          ZipFault.DAMAGED,
          "",
          end.centralOffset(),
          -end.prefix() + " bytes are missing before its directory");
    }
    List<ZipEntry> entries = new ArrayList<>();
    try (InputStream in = directory()) {
      long at = end.centralOffset();
      for (long i = 0; i < end.count(); i++) {
        at = central(in, at, entries);
      }
    }
    checkNames(entries);
    checkOverlaps(entries);
    return new ZipListing(
        entries,
        irregularities,
        new ZipListing.Directory(end.centralOffset(), end.centralOffset() + end.centralSize()));
  }

  private InputStream directory() throws IOException {
    return end.centralSize() <= WHOLE_BYTES
        ? new ByteArrayInputStream(access.readFully(end.centralOffset(), (int) end.centralSize()))
        : new BufferedInputStream(access.stream(end.centralOffset(), end.centralSize()), 1 << 16);
  }

  private long central(InputStream in, long at, List<ZipEntry> entries) throws IOException {
    ByteReader r = ByteReader.of(take(in, Zip.CENTRAL_BYTES, at));
    if (r.u4() != Zip.CENTRAL_SIGNATURE) {
      throw new ZipFaultException(ZipFault.DAMAGED, "", at, "its directory has no header at " + at);
    }
    int madeBy = r.u2();
    r.skip(2);
    CentralHeader h = CentralHeader.decode(r, madeBy);
    byte[] rest = take(in, h.nameBytes() + h.extraBytes() + h.commentBytes(), at);
    String name = new String(rest, 0, h.nameBytes(), StandardCharsets.UTF_8);
    byte[] extra = Arrays.copyOfRange(rest, h.nameBytes(), h.nameBytes() + h.extraBytes());
    local(h.widened(extra, name, at), name, Arrays.copyOf(rest, h.nameBytes()), entries);
    return at + Zip.CENTRAL_BYTES + rest.length;
  }

  /** Holds the local header against the central one and adds the entry. */
  private void local(CentralHeader h, String name, byte[] nameBytes, List<ZipEntry> entries)
      throws IOException {
    long at = h.offset() + end.prefix();
    if (h.offset() < 0 || at > end.centralOffset() - Zip.LOCAL_BYTES) {
      note(
          ZipFault.DAMAGED,
          name,
          end.centralOffset(),
          "its header is said to stand at " + at + ", after the entries");
      return;
    }
    int known = (int) Math.min(Zip.LOCAL_BYTES + nameBytes.length, end.centralOffset() - at);
    byte[] header = header(at, known);
    ByteReader r = ByteReader.of(header);
    if (r.u4() != Zip.LOCAL_SIGNATURE) {
      note(ZipFault.DAMAGED, name, at, "it has no header at " + at);
      return;
    }
    r.skip(2);
    int flags = r.u2();
    int method = r.u2();
    r.skip(4);
    long crc = r.u4();
    long packed = r.u4();
    long size = r.u4();
    int nameLength = r.u2();
    int extraLength = r.u2();
    long data = at + Zip.LOCAL_BYTES + nameLength + extraLength;
    if (data > end.centralOffset()
        || h.packedSize() < 0
        || h.packedSize() > end.centralOffset() - data) {
      note(
          ZipFault.LIE,
          name,
          at,
          "it claims " + h.packedSize() + " packed bytes, more than the file has for it");
      return;
    }
    if (nameLength != nameBytes.length
        || !Arrays.equals(header, Zip.LOCAL_BYTES, header.length, nameBytes, 0, nameBytes.length)) {
      note(ZipFault.DAMAGED, name, at, "its header has another name than the directory");
    }
    if (method != h.method()) {
      note(ZipFault.DAMAGED, name, at, "its header and the directory name different methods");
    }
    if ((flags & Zip.FLAG_DESCRIPTOR) == 0
        && packed != Zip.MAX4
        && size != Zip.MAX4
        && (crc != h.crc32() || packed != h.packedSize() || size != h.size())) {
      note(ZipFault.LIE, name, at, "its header and the directory name different sizes or CRCs");
    }
    checkMethod(h, flags, name, at);
    entries.add(
        new ZipEntry(
            name,
            new ZipEntry.Payload(h.method(), h.crc32(), h.packedSize(), h.size()),
            new ZipEntry.Place(at, data),
            h.time(),
            h.mode(),
            archive));
  }

  /**
   * Bytes at a place. Small entries lie side by side, so that many of their headers come with one
   * look at the file; between large ones nothing is read that nobody wants.
   */
  private byte[] header(long at, int length) throws IOException {
    boolean near = at > last && at - last < NEAR_BYTES;
    last = at;
    if (near && (at < windowAt || at + length > windowAt + window.length)) {
      window = access.readFully(at, (int) Math.min(WINDOW_BYTES, end.centralOffset() - at));
      windowAt = at;
    }
    int from = (int) Math.min(window.length, Math.max(0, at - windowAt));
    return near && at >= windowAt && from + length <= window.length
        ? Arrays.copyOfRange(window, from, from + length)
        : access.readFully(at, length);
  }

  private void checkMethod(CentralHeader h, int flags, String name, long at) {
    if (((flags | h.flags()) & Zip.FLAG_ENCRYPTED) != 0) {
      note(ZipFault.UNSUPPORTED, name, at, "it is encrypted");
    } else if (h.method() != Zip.STORED && h.method() != Zip.DEFLATED) {
      note(
          ZipFault.UNSUPPORTED,
          name,
          at,
          "it is packed by method " + h.method() + "; 0 (stored) and 8 (deflated) are read");
    } else if (h.method() == Zip.STORED && h.packedSize() != h.size()) {
      note(
          ZipFault.LIE,
          name,
          at,
          "it is stored, yet claims " + h.packedSize() + " packed bytes for " + h.size());
    }
  }

  private void checkNames(List<ZipEntry> entries) {
    Set<String> seen = new HashSet<>();
    for (ZipEntry e : entries) {
      if (!EntryNames.isPlain(e.name())) {
        checkName(e);
      }
      if (!seen.add(e.name())) {
        note(
            ZipFault.DUPLICATE,
            e.name(),
            e.headerOffset(),
            "the archive has two entries of this name");
      }
    }
  }

  private void checkName(ZipEntry e) {
    Optional<String> escape = EntryNames.escape(e.name());
    if (escape.isPresent()) {
      note(ZipFault.ESCAPE, e.name(), e.headerOffset(), escape.get());
    } else {
      EntryNames.odd(e.name())
          .ifPresent(why -> note(ZipFault.ODD_NAME, e.name(), e.headerOffset(), why));
    }
  }

  private void checkOverlaps(List<ZipEntry> entries) {
    List<ZipEntry> sorted = new ArrayList<>(entries);
    sorted.sort((a, b) -> Long.compare(a.headerOffset(), b.headerOffset()));
    for (int i = 1; i < sorted.size(); i++) {
      ZipEntry before = sorted.get(i - 1);
      ZipEntry e = sorted.get(i);
      if (before.place().data() + before.packedSize() > e.headerOffset()) {
        note(
            ZipFault.OVERLAP, e.name(), e.headerOffset(), "it overlaps the entry " + before.name());
      }
    }
  }

  private byte[] take(InputStream in, int count, long at) throws IOException {
    byte[] bytes = in.readNBytes(count);
    if (bytes.length < count) {
      throw new ZipFaultException(ZipFault.DAMAGED, "", at, "its directory is cut off");
    }
    return bytes;
  }

  private void note(ZipFault fault, String entry, long offset, String what) {
    irregularities.add(new ZipIrregularity(fault, entry, offset, what));
  }
}
