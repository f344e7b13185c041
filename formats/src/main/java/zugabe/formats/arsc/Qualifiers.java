package zugabe.formats.arsc;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * For which configurations of a device a resource is ({@code ResTable_config}). Equal when all
 * traits are.
 */
public final class Qualifiers implements Comparable<Qualifiers> {
  /** Bytes of the structure. */
  public static final int BYTES = 64;

  private static final int LEAST_BYTES = 28;
  private static final int MOST_BYTES = 1024;
  private static final int SIZE_BYTES = 4;

  /** For every configuration. */
  public static final Qualifiers NONE = new Qualifiers(new byte[BYTES]);

  private final byte[] config;

  Qualifiers(byte[] config) {
    this.config = config;
  }

  /**
   * Reads one.
   *
   * @throws MalformedException when its size is impossible
   */
  static Qualifiers read(Fields in, long at) throws IOException {
    long size = in.u4(at);
    if (size < LEAST_BYTES || size > MOST_BYTES) {
      throw new MalformedException("a configuration is said to take " + size + " bytes", at);
    }
    byte[] config = Arrays.copyOf(in.bytes(at, (int) Math.min(size, BYTES)), BYTES);
    Arrays.fill(config, 0, SIZE_BYTES, (byte) 0);
    // whether the script was worked out from language and region isn't a trait
    config[LocaleFields.COMPUTED] = 0;
    return new Qualifiers(config);
  }

  /** Its structure, {@link #BYTES} of them. */
  public byte[] encode() {
    byte[] out = config.clone();
    out[0] = BYTES;
    return out;
  }

  int get(Trait trait) {
    return trait.get(config);
  }

  /** The language with region, script and variant, as BCP 47 has it; empty for any. */
  public String locale() {
    return LocaleFields.tag(config);
  }

  /** Dots per inch; 0 for any. */
  public int density() {
    return Trait.DENSITY.get(config);
  }

  /** The lowest level of the platform's interfaces; 0 for any. */
  public int version() {
    return Trait.VERSION.get(config);
  }

  /** Whether it is for every configuration. */
  public boolean isNone() {
    return equals(NONE);
  }

  /** Whether every device has some variant that is like this one. */
  public boolean isOnlyDensityOrVersion() {
    byte[] rest = config.clone();
    Trait.DENSITY.set(rest, 0);
    Trait.VERSION.set(rest, 0);
    Trait.MINOR_VERSION.set(rest, 0);
    return new Qualifiers(rest).isNone();
  }

  /** As the name of a folder has it behind the type; empty for none. */
  @Override
  public String toString() {
    List<String> parts = new ArrayList<>();
    for (Trait trait : Trait.values()) {
      if (trait == Trait.LOCALE) {
        parts.addAll(LocaleFields.words(config));
      } else if (trait.get(config) != 0) {
        parts.addAll(word(trait, trait.get(config)));
      }
    }
    return String.join("-", parts);
  }

  private List<String> word(Trait trait, int value) {
    return switch (trait) {
      case MCC -> List.of("mcc%03d".formatted(value));
      case MNC -> List.of("mnc" + (value == NO_MNC ? "00" : "%02d".formatted(value)));
      case SMALLEST_WIDTH -> List.of("sw" + value + "dp");
      case WIDTH -> List.of("w" + value + "dp");
      case HEIGHT -> List.of("h" + value + "dp");
      case SCREEN_WIDTH -> List.of(value + "x" + Trait.SCREEN_HEIGHT.get(config));
      case VERSION -> List.of("v" + value + minor());
      case SCREEN_HEIGHT, MINOR_VERSION -> List.of();
      case DENSITY -> List.of(Words.of(trait, value).orElse(value + "dpi"));
      default -> List.of(Words.of(trait, value).orElse(trait + "=" + value));
    };
  }

  private String minor() {
    int minor = Trait.MINOR_VERSION.get(config);
    return minor == 0 ? "" : "." + minor;
  }

  /** The network code zero, which isn't the same as any. */
  static final int NO_MNC = 0xFFFF;

  byte[] config() {
    return config.clone();
  }

  @Override
  public int compareTo(Qualifiers other) {
    return Arrays.compareUnsigned(config, other.config);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Qualifiers q && Arrays.equals(config, q.config);
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(config);
  }
}
