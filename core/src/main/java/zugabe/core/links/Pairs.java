package zugabe.core.links;

/** A small figure for pairs of numbers, without an object for each: there are millions. */
final class Pairs {
  private static final long SPREAD = 0x9E3779B97F4A7C15L;

  private long[] keys = new long[1 << 10];
  private byte[] values = new byte[1 << 10];
  private int count;

  /** What was put for the pair, or 0. */
  int get(int a, int b) {
    return values[slot(key(a, b))];
  }

  /** Remembers a figure of 1 and more. */
  void put(int a, int b, int value) {
    int slot = slot(key(a, b));
    if (values[slot] == 0) {
      keys[slot] = key(a, b);
      count++;
    }
    values[slot] = (byte) value;
    if (count > keys.length / 2) {
      grow();
    }
  }

  private static long key(int a, int b) {
    return ((long) a << 32) | (b & 0xFFFF_FFFFL);
  }

  private int slot(long key) {
    int slot = (int) ((key * SPREAD) >>> 33) & (keys.length - 1);
    while (values[slot] != 0 && keys[slot] != key) {
      slot = (slot + 1) & (keys.length - 1);
    }
    return slot;
  }

  private void grow() {
    long[] oldKeys = keys;
    byte[] oldValues = values;
    keys = new long[2 * oldKeys.length];
    values = new byte[2 * oldKeys.length];
    for (int i = 0; i < oldKeys.length; i++) {
      if (oldValues[i] != 0) {
        int slot = slot(oldKeys[i]);
        keys[slot] = oldKeys[i];
        values[slot] = oldValues[i];
      }
    }
  }
}
