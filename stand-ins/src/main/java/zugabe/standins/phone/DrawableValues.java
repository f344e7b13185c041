package zugabe.standins.phone;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.android.Platform;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.androidxml.XmlReader;
import zugabe.formats.arsc.Device;
import zugabe.formats.arsc.Value;

/** What attributes of drawables say on a device. */
final class DrawableValues {
  private final AppPackage apk;
  private final Device device;

  DrawableValues(AppPackage apk, Device device) {
    this.apk = apk;
    this.device = device;
  }

  private Optional<Value> value(XmlElement in, String name) throws IOException {
    Optional<XmlAttribute> said = in.android(name, Platform.known().attributeNumber(name));
    return said.isEmpty() ? Optional.empty() : apk.resolved(said.get().value(), device);
  }

  /** Text, such as a path's commands; empty without any. */
  String text(XmlElement in, String name) throws IOException {
    return value(in, name).map(Value::text).orElse("");
  }

  /** A number, or another one where none is said. */
  double number(XmlElement in, String name, double otherwise) throws IOException {
    Optional<Value> value = value(in, name);
    if (value.isEmpty()) {
      return otherwise;
    }
    return value.get().type() == Value.FLOAT
        ? Float.intBitsToFloat(value.get().number())
        : value.get().number();
  }

  /** A colour with its opacity above it; of a list of them the one for all states. */
  Optional<Integer> color(XmlElement in, String name) throws IOException {
    Optional<Value> value = value(in, name);
    if (value.isPresent() && isColor(value.get())) {
      return value.map(Value::number);
    }
    Optional<XmlElement> list = document(in, name).filter(d -> d.name().equals("selector"));
    if (list.isEmpty()) {
      return Optional.empty();
    }
    List<XmlElement> items = list.get().children("item");
    Optional<Value> last =
        items.isEmpty() ? Optional.empty() : value(items.get(items.size() - 1), "color");
    return last.filter(DrawableValues::isColor).map(Value::number);
  }

  private static boolean isColor(Value value) {
    return value.type() >= Value.COLOR_ARGB8 && value.type() <= Value.COLOR_RGB4;
  }

  /** The document that an attribute names. */
  Optional<XmlElement> document(XmlElement in, String name) throws IOException {
    String path = text(in, name);
    Optional<byte[]> bytes = path.endsWith(".xml") ? apk.file(path) : Optional.empty();
    return bytes.isEmpty()
        ? Optional.empty()
        : Optional.of(XmlReader.read(Content.of(bytes.get()).access()));
  }
}
