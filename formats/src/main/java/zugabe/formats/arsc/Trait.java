package zugabe.formats.arsc;

/**
 * A trait of a configuration, and its place in {@code ResTable_config}; in the order in which the
 * names of resource folders have them.
 */
enum Trait {
  MCC(4, 2),
  MNC(6, 2),
  LOCALE(8, 0),
  GENDER(19, 1, 0x03),
  DIRECTION(28, 1, 0xC0),
  SMALLEST_WIDTH(30, 2),
  WIDTH(32, 2),
  HEIGHT(34, 2),
  SIZE(28, 1, 0x0F),
  LONG(28, 1, 0x30),
  ROUND(48, 1, 0x03),
  GAMUT(49, 1, 0x03),
  DYNAMIC_RANGE(49, 1, 0x0C),
  ORIENTATION(12, 1),
  MODE(29, 1, 0x0F),
  NIGHT(29, 1, 0x30),
  DENSITY(14, 2),
  TOUCH(13, 1),
  KEYS(18, 1, 0x03),
  KEYBOARD(16, 1),
  NAVIGATION_KEYS(18, 1, 0x0C),
  NAVIGATION(17, 1),
  SCREEN_WIDTH(20, 2),
  SCREEN_HEIGHT(22, 2),
  VERSION(24, 2),
  MINOR_VERSION(26, 2);

  private final int at;
  private final int width;
  private final int mask;

  Trait(int at, int width) {
    this(at, width, 0xFFFF);
  }

  Trait(int at, int width, int mask) {
    this.at = at;
    this.width = width;
    this.mask = mask;
  }

  private int field(byte[] config) {
    return width == 0
        ? 0
        : (config[at] & 0xFF) | (width == 2 ? (config[at + 1] & 0xFF) << Byte.SIZE : 0);
  }

  int get(byte[] config) {
    return field(config) & mask;
  }

  void set(byte[] config, int value) {
    int all = (field(config) & ~mask) | value;
    config[at] = (byte) all;
    if (width == 2) {
      config[at + 1] = (byte) (all >> Byte.SIZE);
    }
  }
}
