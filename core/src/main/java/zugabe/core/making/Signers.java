package zugabe.core.making;

import java.io.IOException;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.Segment;
import zugabe.core.keys.SigningKey;
import zugabe.core.keys.X509Key;
import zugabe.core.kind.Supply;
import zugabe.core.sign.Beside;
import zugabe.core.sign.SignedBy;
import zugabe.core.sign.SignedTree;
import zugabe.core.sign.Stamping;
import zugabe.core.work.Workers;

/**
 * Who signs what a build makes. Keys are open before anything is written.
 *
 * @param deliverables by their names; those without one aren't signed
 * @param sums of the list of checksums
 */
public record Signers(Map<String, Signer> deliverables, Optional<Signer> sums) {
  /** Nobody signs anything. */
  public static final Signers NONE = new Signers(Map.of(), Optional.empty());

  /**
   * A key, and how it is used.
   *
   * @param inJar whether it signs in the file itself
   */
  public record Signer(SigningKey key, boolean inJar, Stamping stamping) {
    Optional<Supply.Signer> inside(Workers workers) {
      return inJar
          ? Optional.of(tree -> SignedTree.of(tree, (X509Key) key, stamping, workers))
          : Optional.empty();
    }

    /** Ending of the signature beside a file; empty for one in it. */
    String ending() {
      return inJar ? "" : Beside.ending(key);
    }

    byte[] sign(Content content) throws IOException {
      return Beside.sign(content, key, stamping);
    }

    SignedBy by() {
      String form = inJar ? SignedBy.IN_JAR : key instanceof X509Key ? "CMS" : "OpenPGP";
      return SignedBy.of(key, form, key instanceof X509Key && stamping.isWanted());
    }

    /** The signature of a file that is finished by the time this is written. */
    Layout beside(String label, Finished finished) {
      return new Layout() {
        @Override
        public long leastSize() {
          return 0;
        }

        @Override
        public long mostSize() {
          return MOST_BYTES;
        }

        @Override
        public Iterator<Segment> segments() {
          return List.<Segment>of(new Segment.Encoded(label, at -> sign(finished.content())))
              .iterator();
        }
      };
    }
  }

  /** A file that was written. */
  interface Finished {
    Content content() throws IOException;
  }

  private static final long MOST_BYTES = 1 << 20;

  /** Everybody. */
  List<Signer> all() {
    return Stream.concat(deliverables.values().stream(), sums.stream()).toList();
  }

  /** Who signs a deliverable. */
  Optional<Signer> of(String deliverable) {
    return Optional.ofNullable(deliverables.get(deliverable));
  }
}
