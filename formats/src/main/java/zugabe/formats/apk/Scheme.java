package zugabe.formats.apk;

import java.util.Arrays;
import java.util.Optional;

/** A signature scheme whose signers lie in the signing block. */
public enum Scheme {
  V2("v2", 0x7109871aL, 24),
  V3("v3", 0xf05368c0L, 28),
  V31("v3.1", 0x1b93ad61L, 33);

  private final String word;
  private final long id;
  private final int since;

  Scheme(String word, long id, int since) {
    this.word = word;
    this.id = id;
    this.since = since;
  }

  /** Its name. */
  public String word() {
    return word;
  }

  /** Of its pair in the signing block. */
  public long id() {
    return id;
  }

  /** The lowest level of the platform's interfaces that verifies it. */
  public int since() {
    return since;
  }

  /** Whether signers tell for which platforms they are. */
  public boolean hasLevels() {
    return this != V2;
  }

  /** The scheme of a pair. */
  public static Optional<Scheme> of(long id) {
    return Arrays.stream(values()).filter(s -> s.id == id).findFirst();
  }
}
