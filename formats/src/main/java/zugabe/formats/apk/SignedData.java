package zugabe.formats.apk;

import java.util.List;
import java.util.Optional;
import zugabe.bytes.ByteReader;

/**
 * What a signer signs.
 *
 * @param digests of the package, each with the algorithm of the signature that it is for
 * @param certificates the signer's own, then those that vouch for it; DER
 * @param levels of the platforms it is for; from scheme v3 on
 * @param attributes more that is said
 */
public record SignedData(
    List<Tagged> digests,
    List<byte[]> certificates,
    Optional<Levels> levels,
    List<Tagged> attributes) {
  /** Attribute of scheme v2: the highest scheme that was there; its value in four bytes. */
  public static final long STRIPPING_PROTECTION = 0xbeeff00dL;

  /** Attribute of scheme v3: the proof of rotation. */
  public static final long PROOF_OF_ROTATION = 0x3ba06f8cL;

  /** Attribute of scheme v3: the level from which on v3.1 has to be there; in four bytes. */
  public static final long ROTATED_FROM = 0x559f8b02L;

  public SignedData {
    digests = List.copyOf(digests);
    certificates = List.copyOf(certificates);
    attributes = List.copyOf(attributes);
  }

  /** Its bytes: what the signature is made of. */
  public byte[] encode() {
    return Sequences.joined(
        List.of(
            Sequences.sequence(digests.stream().map(Tagged::measured).toList()),
            Sequences.sequence(certificates),
            levels.map(Levels::encode).orElse(new byte[0]),
            Sequences.sequence(attributes.stream().map(t -> t.bare()).toList())));
  }

  /**
   * Reads one.
   *
   * @throws IndexOutOfBoundsException when a length runs past its end
   */
  static SignedData decode(byte[] bytes, boolean hasLevels) {
    ByteReader in = ByteReader.of(bytes);
    List<Tagged> digests = Tagged.measured(in);
    List<byte[]> certificates = Sequences.elements(in);
    Optional<Levels> levels = hasLevels ? Optional.of(Levels.decode(in)) : Optional.empty();
    return new SignedData(digests, certificates, levels, Tagged.bare(in));
  }

  /** The value of an attribute. */
  public Optional<byte[]> attribute(long id) {
    return attributes.stream().filter(a -> a.id() == id).map(Tagged::value).findFirst();
  }
}
