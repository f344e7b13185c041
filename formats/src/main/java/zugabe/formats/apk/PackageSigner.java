package zugabe.formats.apk;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.ByteReader;
import zugabe.bytes.MalformedException;

/**
 * One who signed a package.
 *
 * @param signed bytes of what he signed
 * @param levels of the platforms it is for, once more; from scheme v3 on
 * @param signatures of {@code signed}
 * @param publicKey as certificates have it, SubjectPublicKeyInfo
 */
@SuppressWarnings("ArrayRecordComponent") // nobody compares them
public record PackageSigner(
    byte[] signed, Optional<Levels> levels, List<Tagged> signatures, byte[] publicKey) {
  public PackageSigner {
    signatures = List.copyOf(signatures);
  }

  /** What was signed, taken apart. */
  public SignedData data() throws MalformedException {
    try {
      return SignedData.decode(signed, levels.isPresent());
    } catch (IndexOutOfBoundsException e) {
      throw new MalformedException("what a signer signed is damaged: " + e.getMessage(), 0);
    }
  }

  private byte[] encode() {
    return Sequences.joined(
        List.of(
            Sequences.prefixed(signed),
            levels.map(Levels::encode).orElse(new byte[0]),
            Sequences.sequence(signatures.stream().map(Tagged::measured).toList()),
            Sequences.prefixed(publicKey)));
  }

  /** The value of a scheme's pair. */
  public static byte[] encodeAll(List<PackageSigner> signers) {
    return Sequences.sequence(signers.stream().map(PackageSigner::encode).toList());
  }

  /** Reads a scheme's pair. */
  public static List<PackageSigner> decodeAll(Scheme scheme, SigningBlock.Pair pair)
      throws MalformedException {
    try {
      ByteReader in = ByteReader.of(pair.value());
      List<PackageSigner> all = new ArrayList<>();
      for (byte[] one : Sequences.elements(in)) {
        all.add(decode(ByteReader.of(one), scheme.hasLevels()));
      }
      if (in.left() > 0) {
        throw new MalformedException(in.left() + " bytes follow the signers", pair.at());
      }
      return all;
    } catch (IndexOutOfBoundsException e) {
      throw new MalformedException(
          "the signers of scheme " + scheme.word() + " are damaged: " + e.getMessage(), pair.at());
    }
  }

  private static PackageSigner decode(ByteReader in, boolean hasLevels) {
    byte[] signed = Sequences.take(in);
    Optional<Levels> levels = hasLevels ? Optional.of(Levels.decode(in)) : Optional.empty();
    List<Tagged> signatures = Tagged.measured(in);
    byte[] key = Sequences.take(in);
    if (in.left() > 0) {
      throw new IndexOutOfBoundsException(in.left() + " bytes follow a signer");
    }
    return new PackageSigner(signed, levels, signatures, key);
  }
}
