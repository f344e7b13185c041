package zugabe.formats.apk;

import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;

/**
 * Levels of the platform's interfaces, both included.
 *
 * @param least {@code minSDK}
 * @param most {@code maxSDK}
 */
public record Levels(long least, long most) {
  /** The highest that can be told: no bound. */
  public static final long UNBOUNDED = Integer.MAX_VALUE;

  private static final int BYTES = 8;

  byte[] encode() {
    return ByteWriter.ofSize(BYTES).u4("minSDK", least).u4("maxSDK", most).done();
  }

  static Levels decode(ByteReader in) {
    return new Levels(in.u4(), in.u4());
  }

  /** Whether a platform is among them. */
  public boolean contains(long level) {
    return level >= least && level <= most;
  }

  @Override
  public String toString() {
    return most >= UNBOUNDED ? least + "+" : least + "-" + most;
  }
}
