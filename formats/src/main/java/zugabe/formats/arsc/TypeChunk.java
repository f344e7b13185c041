package zugabe.formats.arsc;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * The entries of one type in one configuration ({@code ResTable_type}), read one by one where they
 * lie.
 *
 * <pre>
 *  8 u1 id    9 u1 flags    12 u4 entryCount    16 u4 entriesStart    20 config
 * </pre>
 */
public final class TypeChunk {
  static final int CHUNK_TYPE = 0x0201;
  private static final int LEAST_HEADER = 48;
  private static final int SPARSE = 1;
  private static final int SHORT_OFFSETS = 2;
  private static final long NO_ENTRY = 0xFFFF_FFFFL;
  private static final int NO_SHORT = 0xFFFF;

  /** An entry whose value stands in its header. */
  private static final int COMPACT = 8;

  private static final int ENTRY_BYTES = 8;
  private static final int PART_BYTES = 12;
  private static final int MOST_PARTS = 100_000;

  private final Fields in;
  private final Chunk chunk;
  private final StringPool strings;
  private final int type;
  private final int flags;
  private final long count;
  private final long entries;
  private final Qualifiers qualifiers;

  TypeChunk(Fields in, Chunk chunk, StringPool strings) throws IOException {
    this.in = in;
    this.chunk = chunk.header(LEAST_HEADER);
    this.strings = strings;
    this.type = in.u1(chunk.at() + 8);
    this.flags = in.u1(chunk.at() + 9);
    this.count = in.u4(chunk.at() + 12);
    this.entries = chunk.at() + in.u4(chunk.at() + 16);
    this.qualifiers = Qualifiers.read(in, chunk.at() + 20);
    int width = (flags & SHORT_OFFSETS) != 0 ? 2 : 4;
    if (count * width > chunk.end() - chunk.body() || entries > chunk.end() || type == 0) {
      throw new MalformedException("a type claims " + count + " entries", chunk.at());
    }
  }

  /** Its number: 1 and up. */
  public int type() {
    return type;
  }

  /** The configuration. */
  public Qualifiers qualifiers() {
    return qualifiers;
  }

  /** Where it is, in bytes from the table's start. */
  public long at() {
    return chunk.at();
  }

  /** Bytes that it takes. */
  public long size() {
    return chunk.size();
  }

  /** Takes an entry's number and where it is. */
  public interface Visitor {
    void entry(int index, long at) throws IOException;
  }

  /** Tells every entry. */
  public void each(Visitor visitor) throws IOException {
    for (long i = 0; i < count; i++) {
      if ((flags & SPARSE) != 0) {
        long at = chunk.body() + 4 * i;
        visitor.entry(in.u2(at), placed(4L * in.u2(at + 2)));
      } else {
        long offset = offset(i);
        if (offset != NO_ENTRY) {
          visitor.entry((int) i, placed(offset));
        }
      }
    }
  }

  /** Where an entry is; -1 when there is none. */
  public long find(int index) throws IOException {
    if ((flags & SPARSE) == 0) {
      long offset = index < count ? offset(index) : NO_ENTRY;
      return offset == NO_ENTRY ? -1 : placed(offset);
    }
    for (long i = 0; i < count; i++) {
      long at = chunk.body() + 4 * i;
      if (in.u2(at) == index) {
        return placed(4L * in.u2(at + 2));
      }
    }
    return -1;
  }

  private long offset(long index) throws IOException {
    if ((flags & SHORT_OFFSETS) == 0) {
      return in.u4(chunk.body() + 4 * index);
    }
    int offset = in.u2(chunk.body() + 2 * index);
    return offset == NO_SHORT ? NO_ENTRY : 4L * offset;
  }

  private long placed(long offset) throws MalformedException {
    long at = entries + offset;
    if (at > chunk.end() - ENTRY_BYTES) {
      throw new MalformedException("an entry lies outside of its type", chunk.at());
    }
    return at;
  }

  /** The index of an entry's name among the package's keys. */
  public long key(long at) throws IOException {
    return (in.u2(at + 2) & COMPACT) != 0 ? in.u2(at) : in.u4(at + 4);
  }

  /** Reads an entry. */
  public TableEntry entry(long at) throws IOException {
    int own = in.u2(at + 2);
    if ((own & COMPACT) != 0) {
      return new TableEntry(
          own & TableEntry.PUBLIC, value(own >> Byte.SIZE, in.u4(at + 4)), List.of());
    }
    long body = at + in.u2(at);
    if ((own & TableEntry.COMPLEX) == 0) {
      return new TableEntry(own, value(body), List.of());
    }
    inside(at, ENTRY_BYTES + 8);
    long count = in.u4(at + 12);
    if (count > MOST_PARTS) {
      throw new MalformedException("an entry claims " + count + " values", at);
    }
    List<TableEntry.Part> parts = new ArrayList<>();
    for (long i = 0; i < count; i++) {
      long part = body + PART_BYTES * i;
      inside(part, PART_BYTES);
      parts.add(new TableEntry.Part(in.u4(part), value(part + 4)));
    }
    return new TableEntry(own, Value.reference(in.u4(at + 8)), parts);
  }

  private void inside(long at, long bytes) throws MalformedException {
    if (at > chunk.end() - bytes) {
      throw new MalformedException("an entry is longer than its type", at);
    }
  }

  private Value value(long at) throws IOException {
    inside(at, Value.BYTES);
    return value(in.u1(at + 3), in.u4(at + 4));
  }

  private Value value(int kind, long data) throws IOException {
    return kind == Value.STRING
        ? Value.string(strings.textOrNone(data), strings.spans(data))
        : new Value(kind, data, "");
  }
}
