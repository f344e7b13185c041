package zugabe.formats.androidxml;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.bytes.ByteWriter;
import zugabe.formats.arsc.Chunk;
import zugabe.formats.arsc.PoolBuilder;
import zugabe.formats.arsc.StringPool;
import zugabe.formats.arsc.Value;

/**
 * Writes a compiled document. Names of attributes with resources come first in the pool, by the
 * resources' numbers; an element's attributes are in that order too: platforms look for them from
 * the front to the back.
 */
public final class XmlWriter {
  private final PoolBuilder pool = new PoolBuilder(false);
  private final Map<Long, Integer> mapped = new LinkedHashMap<>();
  private final Map<String, String> prefixes;
  private final List<byte[]> nodes = new ArrayList<>();
  private int size;

  private XmlWriter(XmlElement root, Map<String, String> prefixes) {
    TreeMap<Long, String> names = new TreeMap<>();
    TreeSet<String> used = new TreeSet<>();
    collect(root, names, used);
    names.forEach((resource, name) -> mapped.put(resource, pool.append(name)));
    this.prefixes = new TreeMap<>();
    for (String one : used) {
      this.prefixes.put(one, prefixes.getOrDefault(one, "n" + this.prefixes.size()));
    }
  }

  /**
   * A document's bytes.
   *
   * @param prefixes of namespaces, by their addresses; others get one
   */
  public static byte[] write(XmlElement root, Map<String, String> prefixes) {
    return new XmlWriter(root, prefixes).document(root);
  }

  private static void collect(XmlElement e, Map<Long, String> names, Set<String> used) {
    if (!e.namespace().isEmpty()) {
      used.add(e.namespace());
    }
    for (XmlAttribute a : e.attributes()) {
      if (a.resource() != 0) {
        names.putIfAbsent(a.resource(), a.name());
      }
      if (!a.namespace().isEmpty()) {
        used.add(a.namespace());
      }
    }
    e.children().forEach(c -> collect(c, names, used));
  }

  private byte[] document(XmlElement root) {
    prefixes.forEach((uri, prefix) -> namespace(AndroidXml.START_NAMESPACE, uri, prefix));
    element(root);
    prefixes.forEach((uri, prefix) -> namespace(AndroidXml.END_NAMESPACE, uri, prefix));
    byte[] strings = pool.encode();
    int map = mapped.isEmpty() ? 0 : Chunk.START_BYTES + 4 * mapped.size();
    int all = Chunk.START_BYTES + strings.length + map + size;
    ByteWriter out = ByteWriter.ofSize(all);
    out.u2("type", Chunk.XML).u2("headerSize", Chunk.START_BYTES).u4("size", all).bytes(strings);
    if (map > 0) {
      out.u2("type", AndroidXml.RESOURCE_MAP).u2("headerSize", Chunk.START_BYTES).u4("size", map);
      mapped.keySet().forEach(resource -> out.u4("resource", resource));
    }
    nodes.forEach(out::bytes);
    return out.done();
  }

  private void add(ByteWriter node) {
    byte[] bytes = node.done();
    size += bytes.length;
    nodes.add(bytes);
  }

  private static ByteWriter node(int type, int body, int line) {
    int all = AndroidXml.NODE_BYTES + body;
    return ByteWriter.ofSize(all)
        .u2("type", type)
        .u2("headerSize", AndroidXml.NODE_BYTES)
        .u4("size", all)
        .u4("lineNumber", line)
        .u4("comment", StringPool.NONE);
  }

  private void namespace(int type, String uri, String prefix) {
    add(node(type, 8, 0).u4("prefix", pool.add(prefix)).u4("uri", pool.add(uri)));
  }

  private long pooled(String text) {
    return text.isEmpty() ? StringPool.NONE : pool.add(text);
  }

  private void element(XmlElement e) {
    List<XmlAttribute> sorted = new ArrayList<>(e.attributes());
    // those without a resource stand behind all others
    sorted.sort(Comparator.comparingLong(a -> a.resource() == 0 ? Long.MAX_VALUE : a.resource()));
    int body = AndroidXml.ELEMENT_BYTES + AndroidXml.ATTRIBUTE_BYTES * sorted.size();
    ByteWriter out = node(AndroidXml.START_ELEMENT, body, e.line());
    out.u4("ns", pooled(e.namespace())).u4("name", pool.add(e.name()));
    out.u2("attributeStart", AndroidXml.ELEMENT_BYTES);
    out.u2("attributeSize", AndroidXml.ATTRIBUTE_BYTES).u2("attributeCount", sorted.size());
    out.u2("idIndex", index(sorted, "id")).u2("classIndex", index(sorted, "class"));
    out.u2("styleIndex", index(sorted, "style"));
    sorted.forEach(a -> attribute(out, a));
    add(out);
    for (XmlNode one : e.nodes()) {
      if (one instanceof XmlNode.Child c) {
        element(c.element());
      } else if (one instanceof XmlNode.Text t) {
        ByteWriter text = node(AndroidXml.CDATA, 4 + Value.BYTES, t.line());
        long index = pool.add(t.text());
        add(text.u4("data", index).u2("size", Value.BYTES).zeros(6));
      }
    }
    ByteWriter end = node(AndroidXml.END_ELEMENT, 8, e.line());
    add(end.u4("ns", pooled(e.namespace())).u4("name", pool.add(e.name())));
  }

  /** Where such an attribute without a namespace, or the platform's {@code id}, is: from 1 on. */
  private static int index(List<XmlAttribute> sorted, String name) {
    String in = name.equals("id") ? XmlAttribute.ANDROID : "";
    for (int i = 0; i < sorted.size(); i++) {
      if (sorted.get(i).name().equals(name) && sorted.get(i).namespace().equals(in)) {
        return i + 1;
      }
    }
    return 0;
  }

  private void attribute(ByteWriter out, XmlAttribute a) {
    Value value = a.value();
    boolean string = value.type() == Value.STRING;
    long text = string ? pool.add(value.text()) : 0;
    Integer own = mapped.get(a.resource());
    out.u4("ns", pooled(a.namespace()));
    out.u4("name", a.resource() != 0 && own != null ? own : pool.add(a.name()));
    out.u4("rawValue", string ? text : pooled(a.raw()));
    value.encode(out, text);
  }
}
