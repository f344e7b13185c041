package zugabe.formats.androidxml;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;
import zugabe.formats.arsc.Chunk;
import zugabe.formats.arsc.StringPool;
import zugabe.formats.arsc.Value;

/**
 * Reads a compiled document. Bounds: elements lie 200 deep at most, and there are 200,000 nodes and
 * attributes at most.
 */
public final class XmlReader {
  private static final int MOST_DEEP = 200;
  private static final int MOST_NODES = 200_000;
  private static final long MOST_TEXT = 32 << 20;

  private final Fields in;
  private final Deque<Open> open = new ArrayDeque<>();
  private StringPool pool;
  private long mapAt;
  private long mapCount;
  private XmlElement root;
  private int nodes;
  private long text;

  /** An element whose end hasn't come. */
  private record Open(
      String namespace, String name, List<XmlAttribute> attributes, List<XmlNode> nodes, int line) {
    XmlElement closed() {
      return new XmlElement(namespace, name, attributes, nodes, line);
    }
  }

  private XmlReader(Access access) {
    this.in = new Fields(access, false);
  }

  /** Whether a file starts like one. */
  public static boolean mayBe(byte[] start) {
    return start.length >= 4 && start[0] == 3 && start[1] == 0 && start[2] == 8 && start[3] == 0;
  }

  /**
   * Reads a document's root element.
   *
   * @throws MalformedException when it is damaged
   */
  public static XmlElement read(Access access) throws IOException {
    return new XmlReader(access).document();
  }

  private XmlElement document() throws IOException {
    Chunk whole = Chunk.read(in, 0, in.size());
    if (whole.type() != Chunk.XML) {
      throw new MalformedException("it doesn't start like compiled XML", 0);
    }
    for (long at = whole.body(); at < whole.end(); ) {
      Chunk chunk = Chunk.read(in, at, whole.end());
      chunk(chunk);
      at = chunk.end();
    }
    if (root == null || !open.isEmpty()) {
      throw new MalformedException("its last element doesn't end", whole.end());
    }
    return root;
  }

  private void chunk(Chunk chunk) throws IOException {
    switch (chunk.type()) {
      case Chunk.STRING_POOL -> pool = pool == null ? StringPool.read(in, chunk) : pool;
      case AndroidXml.RESOURCE_MAP -> {
        mapAt = chunk.body();
        mapCount = (chunk.end() - chunk.body()) / 4;
      }
      case AndroidXml.START_ELEMENT -> start(node(chunk));
      case AndroidXml.END_ELEMENT -> end(node(chunk));
      case AndroidXml.CDATA -> cdata(node(chunk));
      default -> {
        // namespaces stand in each attribute; what isn't known is passed over, as platforms do
      }
    }
  }

  private Chunk node(Chunk chunk) throws MalformedException {
    if (pool == null) {
      throw new MalformedException("an element comes before its pool of strings", chunk.at());
    }
    count(chunk.at());
    return chunk.header(AndroidXml.NODE_BYTES);
  }

  private void count(long at) throws MalformedException {
    if (++nodes > MOST_NODES) {
      throw new MalformedException("it has more than " + MOST_NODES + " nodes", at);
    }
  }

  private int line(Chunk chunk) throws IOException {
    long line = in.u4(chunk.at() + 8);
    return line > Integer.MAX_VALUE ? 0 : (int) line;
  }

  private String text(long index) throws IOException {
    String one = pool.textOrNone(index);
    text += one.length();
    if (text > MOST_TEXT) {
      // the same long string can be named again and again
      throw new MalformedException("its texts have more than " + MOST_TEXT + " characters", 0);
    }
    return one;
  }

  private void start(Chunk chunk) throws IOException {
    long at = chunk.body();
    fits(chunk, at, AndroidXml.ELEMENT_BYTES);
    if (open.size() == MOST_DEEP) {
      throw new MalformedException("its elements lie more than " + MOST_DEEP + " deep", chunk.at());
    }
    long first = at + in.u2(at + 8);
    int size = in.u2(at + 10);
    int count = in.u2(at + 12);
    if (count > 0 && size < AndroidXml.ATTRIBUTE_BYTES) {
      throw new MalformedException("its attributes are of " + size + " bytes", at);
    }
    List<XmlAttribute> attributes = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      long one = first + (long) i * size;
      fits(chunk, one, AndroidXml.ATTRIBUTE_BYTES);
      count(one);
      attributes.add(attribute(one));
    }
    open.push(
        new Open(text(in.u4(at)), text(in.u4(at + 4)), attributes, new ArrayList<>(), line(chunk)));
  }

  private static void fits(Chunk chunk, long at, long bytes) throws MalformedException {
    if (at < chunk.at() || at > chunk.end() - bytes) {
      throw new MalformedException("an element is longer than its chunk", chunk.at());
    }
  }

  private XmlAttribute attribute(long at) throws IOException {
    long name = in.u4(at + 4);
    long resource = name < mapCount ? in.u4(mapAt + 4 * name) : 0;
    int type = in.u1(at + 15);
    long data = in.u4(at + 16);
    boolean string = type == Value.STRING;
    Value value = new Value(type, string ? 0 : data, string ? text(data) : "");
    return new XmlAttribute(text(in.u4(at)), text(name), resource, text(in.u4(at + 8)), value);
  }

  private void end(Chunk chunk) throws MalformedException {
    if (open.isEmpty()) {
      throw new MalformedException("an element ends that didn't start", chunk.at());
    }
    XmlElement closed = open.pop().closed();
    if (!open.isEmpty()) {
      open.peek().nodes().add(new XmlNode.Child(closed));
    } else if (root == null) {
      root = closed;
    } else {
      throw new MalformedException("it has two root elements", chunk.at());
    }
  }

  private void cdata(Chunk chunk) throws IOException {
    fits(chunk, chunk.body(), 4);
    if (!open.isEmpty()) {
      open.peek().nodes().add(new XmlNode.Text(text(in.u4(chunk.body())), line(chunk)));
    }
  }
}
