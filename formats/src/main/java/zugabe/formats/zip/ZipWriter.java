package zugabe.formats.zip;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Iterator;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Optional;
import zugabe.bytes.Layout;
import zugabe.bytes.RangeDigest;
import zugabe.bytes.Segment;

/**
 * Lays an archive out: every entry in the order given, then the central directory. The list must
 * not change meanwhile.
 *
 * <p>What is known of an entry only when it has been written (its place, CRC and packed size) is
 * kept in four arrays, 29 bytes an entry, until the central directory is encoded.
 */
public final class ZipWriter implements Layout {
  private final List<ZipMember> members;
  private final Optional<Insert> insert;
  private final long[] offset;
  private final long[] crc32;
  private final long[] packedSize;
  private final boolean[] deflated;
  private long centralOffset;

  private ZipWriter(List<ZipMember> members, Optional<Insert> insert) {
    this.members = members;
    this.insert = insert;
    this.offset = new long[members.size()];
    this.crc32 = new long[members.size()];
    this.packedSize = new long[members.size()];
    this.deflated = new boolean[members.size()];
  }

  /**
   * The layout of an archive with these entries. Names are to be unique; that is the caller's to
   * see to.
   */
  public static Layout layout(List<ZipMember> members) {
    return new ZipWriter(List.copyOf(members), Optional.empty());
  }

  /** The same with bytes between the last entry and the central directory. */
  public static Layout layout(List<ZipMember> members, Insert insert) {
    return new ZipWriter(List.copyOf(members), Optional.of(insert));
  }

  /** What stands between the last entry and the central directory. */
  public interface Insert {
    /** A bound of its bytes. */
    int mostSize();

    /** Begins with a file. */
    Started start();

    /** For one file. */
    interface Started {
      /** Is given all bytes of the entries, from the file's first on. */
      RangeDigest entries();

      /**
       * The bytes, once the entries are digested.
       *
       * @param central the central directory
       * @param end the end records, as if the central directory stood in the insert's place
       */
      byte[] encode(byte[] central, byte[] end) throws IOException;
    }
  }

  @Override
  public long leastSize() {
    long size = Zip.END_BYTES;
    for (ZipMember member : members) {
      size += Zip.LOCAL_BYTES + Zip.CENTRAL_BYTES + 2L * member.name().length();
      if (member.payload() instanceof ZipMember.Travelling t) {
        size += t.from().packedSize();
      } else if (member.payload() instanceof ZipMember.Fresh f && f.packing().stores()) {
        size += f.content().size();
      } else if (member.payload() instanceof ZipMember.Inside inside) {
        size += inside.layout().leastSize();
      }
    }
    return size;
  }

  @Override
  public long mostSize() {
    long size = 128L + insert.map(Insert::mostSize).orElse(0);
    for (ZipMember member : members) {
      size += Zip.LOCAL_BYTES + Zip.CENTRAL_BYTES + 8L * member.name().length() + 128;
      size += 2L * member.alignment() + most(member.payload());
    }
    return size;
  }

  /** Packing may enlarge a little: blocks that don't shrink cost some bytes each. */
  private static long most(ZipMember.Payload payload) {
    if (payload instanceof ZipMember.Travelling t) {
      return t.from().packedSize();
    }
    if (payload instanceof ZipMember.Inside inside) {
      return inside.layout().mostSize();
    }
    return payload instanceof ZipMember.Fresh f
        ? f.content().size() + f.content().size() / 1000 + 1024
        : 0;
  }

  @Override
  public Iterator<Segment> segments() {
    return new Walk(insert.map(Insert::start));
  }

  /** Entries, the insert if there is one, a header for each entry, the end records. */
  private final class Walk implements Iterator<Segment> {
    private final Optional<Insert.Started> started;
    private final Deque<Segment> between = new ArrayDeque<>();
    private int next;

    Walk(Optional<Insert.Started> started) {
      this.started = started;
      started.ifPresent(s -> between.add(new Segment.RangeStart("entries", s.entries())));
    }

    @Override
    public boolean hasNext() {
      return !between.isEmpty() || next < 2 * members.size() + 1;
    }

    @Override
    public Segment next() {
      if (!between.isEmpty()) {
        return between.remove();
      }
      int count = members.size();
      int i = next++;
      if (i == count - 1) {
        started.ifPresent(this::insert);
      }
      if (i < count) {
        return entry(i);
      }
      if (i < 2 * count) {
        return new Segment.Encoded(members.get(i - count).name(), at -> central(i - count, at));
      }
      if (i == 2 * count) {
        return new Segment.Encoded("end of central directory", ZipWriter.this::end);
      }
      throw new NoSuchElementException();
    }

    private void insert(Insert.Started one) {
      between.add(new Segment.RangeEnd("entries", one.entries(), true));
      between.add(new Segment.Encoded("insert", at -> inserted(one, at)));
    }
  }

  private byte[] inserted(Insert.Started one, long at) throws IOException {
    ByteArrayOutputStream central = new ByteArrayOutputStream();
    for (int i = 0; i < members.size(); i++) {
      central.write(central(i, at));
    }
    return one.encode(central.toByteArray(), Headers.end(members.size(), at, central.size()));
  }

  private Segment entry(int i) {
    ZipMember member = members.get(i);
    if (member.payload() instanceof ZipMember.Fresh fresh) {
      if (fresh.packing().stores() && fresh.content().knownCrc32().isPresent()) {
        return stored(i, fresh);
      }
      return new Segment.Compressed(
          member.name(), fresh.content(), fresh.packing(), new EntryHead(i, fresh));
    }
    if (member.payload() instanceof ZipMember.Inside inside) {
      return new Segment.Inside(member.name(), inside.layout(), new EntryHead(i, inside));
    }
    if (member.payload() instanceof ZipMember.Travelling t) {
      return new Segment.Copy(
          member.name(), at -> travelling(i, t.from(), at), t.from().raw(), t.content().rawCrc32());
    }
    return new Segment.Encoded(member.name(), at -> folder(i, at));
  }

  /** What is stored and known needs no header that waits for it. */
  private Segment stored(int i, ZipMember.Fresh fresh) {
    EntryHead head = new EntryHead(i, fresh);
    long size = fresh.content().size();
    long crc = fresh.content().knownCrc32().getAsLong();
    return new Segment.Copy(
        members.get(i).name(),
        at -> head.encode(at, new Segment.Outcome(false, crc, size, size)),
        fresh.content(),
        crc);
  }

  private byte[] folder(int i, long at) {
    remember(i, at, new Segment.Outcome(false, 0, 0, 0));
    return Headers.local(fields(i, 0), false, 0);
  }

  private byte[] travelling(int i, ZipEntry from, long at) {
    remember(
        i,
        at,
        new Segment.Outcome(from.isDeflated(), from.crc32(), from.packedSize(), from.size()));
    boolean zip64 = from.size() >= Zip.MAX4 || from.packedSize() >= Zip.MAX4;
    int padding = from.isDeflated() ? 0 : padding(members.get(i), at, zip64);
    return Headers.local(fields(i, from.size()), zip64, padding);
  }

  private void remember(int i, long at, Segment.Outcome outcome) {
    offset[i] = at;
    crc32[i] = outcome.crc32();
    packedSize[i] = outcome.packedSize();
    deflated[i] = outcome.packed();
  }

  private Headers.Fields fields(int i, long size) {
    int method = deflated[i] ? Zip.DEFLATED : Zip.STORED;
    return new Headers.Fields(members.get(i), method, crc32[i], packedSize[i], size);
  }

  private byte[] central(int i, long at) {
    if (i == 0) {
      centralOffset = at;
    }
    return Headers.central(fields(i, size(i)), offset[i]);
  }

  private long size(int i) {
    ZipMember.Payload payload = members.get(i).payload();
    if (payload instanceof ZipMember.Fresh fresh) {
      return fresh.content().size();
    }
    if (payload instanceof ZipMember.Inside) {
      return packedSize[i];
    }
    return payload instanceof ZipMember.Travelling t ? t.from().size() : 0;
  }

  private byte[] end(long at) {
    long start = members.isEmpty() ? at : centralOffset;
    return Headers.end(members.size(), start, at - start);
  }

  /** Bytes of padding so that the data behind a header at {@code at} is aligned. */
  private static int padding(ZipMember member, long at, boolean zip64) {
    int alignment = member.alignment();
    int name = member.name().getBytes(StandardCharsets.UTF_8).length;
    long data = at + Zip.LOCAL_BYTES + name + Headers.localExtraBytes(zip64);
    if (alignment == 1 || data % alignment == 0) {
      return 0;
    }
    // the field itself takes 6 bytes, so the padding may have to reach the next multiple but one
    int gap = (int) (alignment - data % alignment);
    while (gap < 6) {
      gap += alignment;
    }
    return gap;
  }

  /** The local header of content whose packed size isn't known when the place for it is left. */
  private final class EntryHead implements Segment.Head {
    private final int i;
    private final boolean zip64;

    EntryHead(int i, ZipMember.Payload payload) {
      this.i = i;
      this.zip64 = most(payload) >= Zip.MAX4;
    }

    @Override
    public int width(long position) {
      ZipMember member = members.get(i);
      int name = member.name().getBytes(StandardCharsets.UTF_8).length;
      return Zip.LOCAL_BYTES
          + name
          + Headers.localExtraBytes(zip64)
          + padding(member, position, zip64);
    }

    @Override
    public byte[] encode(long position, Segment.Outcome outcome) {
      remember(i, position, outcome);
      return Headers.local(
          fields(i, outcome.size()), zip64, padding(members.get(i), position, zip64));
    }
  }
}
