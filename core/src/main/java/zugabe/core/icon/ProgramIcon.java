package zugabe.core.icon;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import zugabe.bytes.Access;
import zugabe.formats.icon.Icon;
import zugabe.formats.pe.ResourceReader;
import zugabe.formats.pe.Resources;

/** The icon that the system shows for a program: the first one among its resources. */
final class ProgramIcon {
  private static final int MOST_BYTES = 4 << 20;
  private static final int DIRECTORY = 6;
  private static final int ENTRY = 14;

  private ProgramIcon() {}

  static List<Icon.Image> images(Access access) throws IOException {
    byte[] group = {};
    Map<Integer, byte[]> icons = new HashMap<>();
    for (ResourceReader.Item item : ResourceReader.read(access)) {
      if (item.size() > MOST_BYTES || item.offset() + item.size() > access.size()) {
        continue;
      }
      if (item.type() == Resources.GROUP_ICON && group.length == 0) {
        group = access.readFully(item.offset(), (int) item.size());
      } else if (item.type() == Resources.ICON) {
        icons.put(item.number(), access.readFully(item.offset(), (int) item.size()));
      }
    }
    return images(group, icons);
  }

  private static List<Icon.Image> images(byte[] group, Map<Integer, byte[]> icons) {
    ByteBuffer in = ByteBuffer.wrap(group).order(ByteOrder.LITTLE_ENDIAN);
    List<Icon.Image> images = new ArrayList<>();
    for (int at = DIRECTORY; at + ENTRY <= group.length; at += ENTRY) {
      byte[] bytes = icons.get(in.getShort(at + 12) & 0xFFFF);
      int width = in.get(at) & 0xFF;
      int height = in.get(at + 1) & 0xFF;
      if (bytes != null) {
        images.add(
            new Icon.Image(
                width == 0 ? Icon.MAX_PIXELS : width,
                height == 0 ? Icon.MAX_PIXELS : height,
                bytes));
      }
    }
    return images;
  }
}
