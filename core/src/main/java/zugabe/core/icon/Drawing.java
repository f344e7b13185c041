package zugabe.core.icon;

import com.github.weisj.jsvg.SVGDocument;
import com.github.weisj.jsvg.parser.LoaderContext;
import com.github.weisj.jsvg.parser.SVGLoader;
import com.github.weisj.jsvg.parser.resources.ResourcePolicy;
import com.github.weisj.jsvg.renderer.NullPlatformSupport;
import com.github.weisj.jsvg.view.FloatSize;
import com.github.weisj.jsvg.view.ViewBox;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.StringReader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.logging.Level;
import java.util.logging.Logger;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import zugabe.bytes.MalformedException;
import zugabe.formats.icon.Pixels;

/** A drawing (SVG), drawn as large as it is wanted. */
public final class Drawing {
  private static final int MOST_BYTES = 8 << 20;
  private static final Set<String> ACTIVE = Set.of("script", "foreignobject", "iframe", "handler");

  /** What it notices about details is nobody's concern; held, or the runtime forgets its level. */
  private static final Logger NOTICES = Logger.getLogger("com.github.weisj.jsvg");

  static {
    NOTICES.setLevel(Level.OFF);
  }

  private final SVGDocument document;

  private Drawing(SVGDocument document) {
    this.document = document;
  }

  /** Whether a path's commands have as many numbers as they take, so that it can be drawn. */
  public static boolean isPath(String commands) {
    return PathData.isSound(commands);
  }

  /** Whether a file starts like one. */
  static boolean mayBe(byte[] bytes) {
    String start = new String(bytes, 0, Math.min(bytes.length, 4096), StandardCharsets.UTF_8);
    return start.contains("<svg") || start.contains(":svg");
  }

  /** Something else than shapes and colours in it; empty when there is nothing. */
  static Optional<String> more(byte[] bytes) throws MalformedException {
    XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    // what is wrong is told by an exception
    factory.setXMLReporter((message, type, related, location) -> {});
    try {
      XMLStreamReader in = factory.createXMLStreamReader(new StringReader(text(bytes)));
      while (in.hasNext()) {
        int event = in.next();
        Optional<String> found = Optional.empty();
        if (event == XMLStreamConstants.START_ELEMENT) {
          found = element(in);
        } else if (event == XMLStreamConstants.CHARACTERS || event == XMLStreamConstants.CDATA) {
          found = style(in.getText());
        } else if (event == XMLStreamConstants.ENTITY_REFERENCE
            || (event == XMLStreamConstants.DTD && declares(bytes))) {
          found = Optional.of("entities of its own");
        }
        if (found.isPresent()) {
          return found;
        }
      }
      return Optional.empty();
    } catch (XMLStreamException e) {
      throw new MalformedException("it isn't well-formed XML", 0);
    }
  }

  /** The runtime's reader prints what it can't decode; so it gets no bytes. */
  private static String text(byte[] bytes) throws MalformedException {
    try {
      return StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString();
    } catch (CharacterCodingException e) {
      throw new MalformedException("it isn't text in UTF-8", 0);
    }
  }

  private static boolean declares(byte[] bytes) {
    return new String(bytes, StandardCharsets.UTF_8).contains("<!ENTITY");
  }

  private static Optional<String> element(XMLStreamReader in) throws MalformedException {
    String name = in.getLocalName().toLowerCase(Locale.ROOT);
    if (ACTIVE.contains(name)) {
      return Optional.of("the element " + name);
    }
    for (int i = 0; i < in.getAttributeCount(); i++) {
      String attribute = in.getAttributeLocalName(i).toLowerCase(Locale.ROOT);
      String value = in.getAttributeValue(i).strip();
      if (attribute.startsWith("on")) {
        return Optional.of("a script in " + attribute);
      }
      if ((attribute.equals("d") || attribute.equals("path")) && !PathData.isSound(value)) {
        throw new MalformedException("a path of it can't be followed", 0);
      }
      boolean reference = attribute.equals("href") || attribute.equals("src");
      if (reference && !name.equals("a") && !value.startsWith("#") && !value.startsWith("data:")) {
        return Optional.of("a reference to " + value);
      }
      Optional<String> style = style(value);
      if (style.isPresent()) {
        return style;
      }
    }
    return Optional.empty();
  }

  /** References and imports of style sheets. */
  private static Optional<String> style(String text) {
    String plain = text.replace(" ", "").replace("'", "").replace("\"", "");
    for (int at = plain.indexOf("url("); at >= 0; at = plain.indexOf("url(", at + 1)) {
      String to = plain.substring(at + 4);
      if (!to.startsWith("#") && !to.startsWith("data:")) {
        return Optional.of("a reference to " + to.substring(0, Math.max(0, to.indexOf(')'))));
      }
    }
    return plain.contains("@import") ? Optional.of("an import of styles") : Optional.empty();
  }

  /** Whether it has letters, which each machine draws with its own fonts. */
  static boolean hasLetters(byte[] bytes) {
    String text = new String(bytes, StandardCharsets.UTF_8);
    return text.contains("<text") || text.contains(":text");
  }

  /**
   * Reads one that holds nothing else.
   *
   * @throws MalformedException when it can't be read
   */
  public static Drawing read(byte[] bytes) throws MalformedException {
    if (bytes.length > MOST_BYTES) {
      throw new MalformedException("a drawing of more than 8 MiB is out of all proportion", 0);
    }
    LoaderContext context =
        LoaderContext.builder().externalResourcePolicy(ResourcePolicy.DENY_EXTERNAL).build();
    SVGDocument document;
    try {
      document = new SVGLoader().load(new ByteArrayInputStream(bytes), null, context);
    } catch (RuntimeException | StackOverflowError e) {
      throw new MalformedException("it can't be drawn", 0);
    }
    if (document == null) {
      throw new MalformedException("it can't be drawn", 0);
    }
    return new Drawing(document);
  }

  boolean isSquare() {
    FloatSize size = document.size();
    return Math.abs(size.width - size.height) < 0.01 * Math.max(size.width, size.height);
  }

  /** In the middle of a square, as large as fits. */
  public Pixels pixels(int side) throws MalformedException {
    BufferedImage image = new BufferedImage(side, side, BufferedImage.TYPE_INT_ARGB);
    Graphics2D graphics = image.createGraphics();
    try {
      graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
      graphics.setRenderingHint(
          RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
      FloatSize size = document.size();
      float scale = side / Math.max(size.width, size.height);
      float width = size.width * scale;
      float height = size.height * scale;
      document.renderWithPlatform(
          NullPlatformSupport.INSTANCE,
          graphics,
          new ViewBox((side - width) / 2, (side - height) / 2, width, height));
    } catch (RuntimeException | StackOverflowError e) {
      throw new MalformedException("it can't be drawn", 0);
    } finally {
      graphics.dispose();
    }
    return new Pixels(side, side, image.getRGB(0, 0, side, side, null, 0, side));
  }
}
