package zugabe.core.resources;

import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import zugabe.bytes.Content;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.androidxml.XmlWriter;

/**
 * What became of the sources.
 *
 * @param table bytes of {@code resources.arsc}; empty when there are no resources
 * @param files for the package, by their paths
 * @param sources of those files that are XML
 * @param numbers of all resources, by type and name
 */
public record CompiledResources(
    Optional<byte[]> table,
    SortedMap<String, Content> files,
    Map<String, Where> sources,
    Map<String, Long> numbers) {
  public CompiledResources {
    files = new TreeMap<>(files);
    sources = Map.copyOf(sources);
    numbers = new TreeMap<>(numbers);
  }

  /** The table of numbers as text: a line to each, {@code type name number}. */
  public String numbersText() {
    StringBuilder out = new StringBuilder();
    numbers.forEach(
        (key, number) ->
            out.append(key.replace('/', ' '))
                .append(" 0x")
                .append(Long.toHexString(number))
                .append('\n'));
    return out.toString();
  }

  /**
   * Compiles a manifest, whose values may name these resources.
   *
   * @param pack the application's id
   */
  public XmlElement manifest(SourceElement source, String pack, Findings findings) {
    Symbols symbols = Symbols.of(pack, numbers, Map.of());
    return new XmlCompiler(new Valuer(symbols, findings)).compile(source);
  }

  /** The bytes of a compiled document. */
  public static byte[] encode(XmlElement document) {
    return XmlWriter.write(
        document, Map.of(zugabe.formats.androidxml.XmlAttribute.ANDROID, "android"));
  }
}
