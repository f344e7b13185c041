package zugabe.kinds.war;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import zugabe.bytes.Content;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/**
 * What a deployment descriptor registers (Jakarta Servlet 6.0, chapter 14): {@code
 * WEB-INF/web.xml}, or a library's {@code META-INF/web-fragment.xml}.
 *
 * @param origin the file, for messages
 * @param jakarta whether it is written for the new interfaces; empty when it doesn't say
 * @param version of the specification; empty when it doesn't say
 * @param name of a fragment
 * @param servlets names of servlets
 * @param patterns addresses with the servlet that answers each
 * @param classes servlets, filters and listeners
 * @param active whether it registers anything that answers
 */
record Descriptor(
    String origin,
    Optional<Boolean> jakarta,
    Optional<String> version,
    Optional<String> name,
    List<String> servlets,
    List<Pattern> patterns,
    List<String> classes,
    boolean active) {

  /** An address with the servlet that answers it. */
  record Pattern(String address, String servlet) {}

  private static final String NEW = "https://jakarta.ee/xml/ns/jakartaee";
  private static final Set<String> CLASSES =
      Set.of("servlet-class", "filter-class", "listener-class");
  private static final Set<String> ANSWERING =
      Set.of("servlet", "filter", "listener", "welcome-file-list", "jsp-config", "error-page");

  /** Larger ones aren't descriptors. */
  private static final long MOST_BYTES = 8 << 20;

  /** Reads one; a damaged one is a finding. */
  static Optional<Descriptor> read(String origin, Content content, Where where, Findings findings)
      throws IOException {
    if (content.size() > MOST_BYTES) {
      findings.add(
          WarCode.Z4023,
          where,
          "It has " + content.size() + " bytes; more than " + MOST_BYTES + " aren't read.",
          "Put a deployment descriptor there.");
      return Optional.empty();
    }
    XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
    // nothing outside the file is ever read, and no entity grows
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    try (InputStream in = content.open()) {
      return Optional.of(new Reader(origin).read(factory.createXMLStreamReader(in)));
    } catch (XMLStreamException e) {
      findings.add(
          WarCode.Z4023,
          where.at(
              "line "
                  + e.getLocation().getLineNumber()
                  + ", column "
                  + e.getLocation().getColumnNumber()),
          "It can't be read as XML: "
              + Regex.replaceAll(String.valueOf(e.getMessage()), "(?s).*Message: ", "").strip()
              + ".",
          "Fix it; a server would refuse the application.");
      return Optional.empty();
    }
  }

  private static final class Reader {
    private final String origin;
    private final List<String> servlets = new ArrayList<>();
    private final List<Pattern> patterns = new ArrayList<>();
    private final List<String> classes = new ArrayList<>();
    private Optional<Boolean> jakarta = Optional.empty();
    private Optional<String> version = Optional.empty();
    private Optional<String> name = Optional.empty();
    private boolean active;
    private String servlet = "";

    Reader(String origin) {
      this.origin = origin;
    }

    Descriptor read(XMLStreamReader xml) throws XMLStreamException {
      Deque<String> open = new ArrayDeque<>();
      StringBuilder text = new StringBuilder();
      while (xml.hasNext()) {
        int event = xml.next();
        if (event == XMLStreamConstants.START_ELEMENT) {
          if (open.isEmpty()) {
            root(xml);
          } else if (open.size() == 1 && ANSWERING.contains(xml.getLocalName())) {
            active = true;
          }
          open.push(xml.getLocalName());
          text.setLength(0);
        } else if (event == XMLStreamConstants.CHARACTERS || event == XMLStreamConstants.CDATA) {
          text.append(xml.getText());
        } else if (event == XMLStreamConstants.END_ELEMENT) {
          String element = open.pop();
          element(element, open.isEmpty() ? "" : open.peek(), text.toString().strip());
          text.setLength(0);
        }
      }
      return new Descriptor(origin, jakarta, version, name, servlets, patterns, classes, active);
    }

    private void root(XMLStreamReader xml) {
      String namespace = xml.getNamespaceURI();
      if (namespace != null && !namespace.isEmpty()) {
        jakarta = Optional.of(namespace.equals(NEW));
      }
      version = Optional.ofNullable(xml.getAttributeValue(null, "version"));
    }

    private void element(String element, String parent, String text) {
      if (CLASSES.contains(element)) {
        classes.add(text);
      } else if (element.equals("name") && parent.equals("web-fragment")) {
        name = Optional.of(text);
      } else if (element.equals("servlet-name")) {
        servlet = text;
        if (parent.equals("servlet")) {
          servlets.add(text);
        }
      } else if (element.equals("url-pattern") && parent.equals("servlet-mapping")) {
        patterns.add(new Pattern(text, servlet));
      }
    }
  }
}
