package example.gannet.saltmarsh.phone;

/** Numbers of the resources that the code names; phone/numbers.txt tells them to the package. */
final class R {
  static final int LAYOUT_TIDES = 0x7f050000;
  static final int ID_LIST = 0x7f040000;
  static final int ARRAY_HARBOURS = 0x7f010000;
  static final int PLURALS_HARBOURS = 0x7f080000;

  private R() {}
}
