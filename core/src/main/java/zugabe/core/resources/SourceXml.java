package zugabe.core.resources;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import zugabe.bytes.Content;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/** Reads sources in XML with the line of each element. Nothing outside the file is ever read. */
public final class SourceXml {
  private static final long MOST_BYTES = 32 << 20;
  private static final int MOST_DEEP = 100;

  private final Where where;
  private final Deque<SourceElement> open = new ArrayDeque<>();
  private SourceElement root;

  private SourceXml(Where where) {
    this.where = where;
  }

  /** A document's root element; a damaged one is a finding. */
  public static Optional<SourceElement> read(Content content, Where where, Findings findings)
      throws IOException {
    if (content.size() > MOST_BYTES) {
      fault(
          where, "it has " + content.size() + " bytes, and " + MOST_BYTES + " are read", findings);
      return Optional.empty();
    }
    XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
    // no entity grows, and none comes from elsewhere
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    try (InputStream in = content.open()) {
      return Optional.of(new SourceXml(where).document(factory.createXMLStreamReader(in)));
    } catch (XMLStreamException e) {
      String why = Regex.replaceAll(String.valueOf(e.getMessage()), "(?s).*Message: ", "").strip();
      int line = e.getLocation() == null ? -1 : e.getLocation().getLineNumber();
      fault(where.at(line), why, findings);
      return Optional.empty();
    }
  }

  private static void fault(Where where, String why, Findings findings) {
    findings.add(
        ResourceCode.Z5201,
        where,
        "It can't be read as XML: " + Regex.replaceFirst(why, "\\.$", "") + ".",
        "Mend the file.");
  }

  private SourceElement document(XMLStreamReader xml) throws XMLStreamException {
    while (xml.hasNext()) {
      switch (xml.next()) {
        case XMLStreamConstants.START_ELEMENT -> start(xml);
        case XMLStreamConstants.END_ELEMENT -> open.pop();
        case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA, XMLStreamConstants.SPACE ->
            text(xml.getText());
        case XMLStreamConstants.DTD, XMLStreamConstants.ENTITY_REFERENCE ->
            throw new XMLStreamException("it declares or uses entities", xml.getLocation());
        default -> {
          // comments and instructions say nothing
        }
      }
    }
    return root;
  }

  private void start(XMLStreamReader xml) throws XMLStreamException {
    if (open.size() == MOST_DEEP) {
      throw new XMLStreamException(
          "its elements lie more than " + MOST_DEEP + " deep", xml.getLocation());
    }
    List<SourceElement.Attribute> attributes = new ArrayList<>();
    boolean inline = InlineResources.SPACE.equals(xml.getNamespaceURI());
    for (int i = 0; i < xml.getAttributeCount(); i++) {
      String value = xml.getAttributeValue(i);
      attributes.add(
          new SourceElement.Attribute(
              orNothing(xml.getAttributeNamespace(i)),
              xml.getAttributeLocalName(i),
              inline ? spelt(xml, value) : value));
    }
    SourceElement element =
        new SourceElement(
            orNothing(xml.getNamespaceURI()),
            xml.getLocalName(),
            attributes,
            new ArrayList<>(),
            where.at(xml.getLocation().getLineNumber()));
    if (root == null) {
      root = element;
    } else if (!open.isEmpty()) {
      open.peek().nodes().add(new SourceElement.Inner(element));
    }
    open.push(element);
  }

  /** A name whose prefix is known only here: its namespace in braces, and the name. */
  private static String spelt(XMLStreamReader xml, String name) {
    int colon = name.indexOf(':');
    String space = colon <= 0 ? null : xml.getNamespaceURI(name.substring(0, colon));
    return space == null ? name : "{" + space + "}" + name.substring(colon + 1);
  }

  private static String orNothing(String text) {
    return text == null ? "" : text;
  }

  private void text(String text) {
    if (!open.isEmpty()) {
      open.peek().nodes().add(new SourceElement.Text(text));
    }
  }
}
