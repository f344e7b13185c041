package zugabe.formats.icon;

import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.ByteReader;
import zugabe.bytes.MalformedException;

/** Reads icon files of Windows, and the directories of icons in programs. */
public final class IcoReader {
  private static final int DIRECTORY = 6;
  private static final int ENTRY = 16;
  private static final int MOST = 256;

  private IcoReader() {}

  /** Whether a file starts like an icon of Windows. */
  public static boolean mayBe(byte[] start) {
    return start.length >= DIRECTORY
        && start[0] == 0
        && start[1] == 0
        && start[2] == 1
        && start[3] == 0
        && start[5] == 0;
  }

  /**
   * Its pictures, in their order.
   *
   * @throws MalformedException when its directory is damaged
   */
  public static List<Icon.Image> read(byte[] file) throws MalformedException {
    if (!mayBe(file)) {
      throw new MalformedException("it doesn't start like an icon", 0);
    }
    int count = file[4] & 0xFF;
    List<Icon.Image> images = new ArrayList<>();
    for (int i = 0; i < Math.min(count, MOST); i++) {
      int at = DIRECTORY + ENTRY * i;
      if (at + ENTRY > file.length) {
        throw new MalformedException("its directory is cut off", at);
      }
      ByteReader in = ByteReader.of(file, java.nio.ByteOrder.LITTLE_ENDIAN);
      in.skip(at);
      int width = in.u1();
      int height = in.u1();
      in.skip(6);
      long size = in.u4();
      long offset = in.u4();
      if (offset + size > file.length || size == 0) {
        throw new MalformedException("a picture of it is out of its bounds", at);
      }
      byte[] bytes = java.util.Arrays.copyOfRange(file, (int) offset, (int) (offset + size));
      images.add(
          new Icon.Image(
              width == 0 ? Icon.MAX_PIXELS : width, height == 0 ? Icon.MAX_PIXELS : height, bytes));
    }
    return List.copyOf(images);
  }

  /** Whether a picture of an icon is a PNG; else it is a bitmap. */
  public static boolean isPng(byte[] image) {
    return image.length > 8 && (image[0] & 0xFF) == 0x89 && image[1] == 'P' && image[2] == 'N';
  }

  /**
   * A picture's pixels.
   *
   * @throws MalformedException when it can't be read
   */
  public static Pixels pixels(Icon.Image image) throws MalformedException {
    return isPng(image.bytes())
        ? Pixels.decode(image.bytes())
        : new DeviceBitmap(image.bytes()).pixels();
  }
}
