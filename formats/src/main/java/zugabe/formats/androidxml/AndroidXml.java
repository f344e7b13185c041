package zugabe.formats.androidxml;

/** Constants of {@code ResourceTypes.h}. */
final class AndroidXml {
  static final int RESOURCE_MAP = 0x0180;
  static final int START_NAMESPACE = 0x0100;
  static final int END_NAMESPACE = 0x0101;
  static final int START_ELEMENT = 0x0102;
  static final int END_ELEMENT = 0x0103;
  static final int CDATA = 0x0104;

  /** Of every node: chunk, line, comment. */
  static final int NODE_BYTES = 16;

  /** Of an element's start behind the node: names, place and number of attributes. */
  static final int ELEMENT_BYTES = 20;

  static final int ATTRIBUTE_BYTES = 20;

  private AndroidXml() {}
}
