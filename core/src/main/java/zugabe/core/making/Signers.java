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
import zugabe.core.sign.PackageSignature;
import zugabe.core.sign.ProgramSignature;
import zugabe.core.sign.SignatureForm;
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
   * @param form where the signature is
   */
  public record Signer(SigningKey key, SignatureForm form, Stamping stamping) {
    Optional<Supply.Signer> inside(Workers workers) {
      return form == SignatureForm.IN_JAR
          ? Optional.of(tree -> SignedTree.of(tree, (X509Key) key, stamping, workers))
          : Optional.empty();
    }

    Optional<ProgramSignature> ofCode() {
      return form == SignatureForm.IN_CODE
          ? Optional.of(new ProgramSignature((X509Key) key, stamping))
          : Optional.empty();
    }

    Optional<PackageSignature> ofPackages(Workers workers) {
      return form == SignatureForm.IN_PACKAGE
          ? Optional.of(new PackageSignature((X509Key) key, workers))
          : Optional.empty();
    }

    /** Ending of the signature beside a file; empty for one in it. */
    String ending() {
      return form == SignatureForm.BESIDE ? Beside.ending(key) : "";
    }

    byte[] sign(Content content) throws IOException {
      return Beside.sign(content, key, stamping);
    }

    SignedBy by() {
      String word =
          switch (form) {
            case IN_JAR -> SignedBy.IN_JAR;
            case IN_CODE -> SignedBy.IN_CODE;
            case IN_PACKAGE -> SignedBy.IN_PACKAGE;
            case BESIDE -> key instanceof X509Key ? "CMS" : "OpenPGP";
          };
      if (form == SignatureForm.IN_PACKAGE) {
        return SignedBy.inPackage((X509Key) key);
      }
      return SignedBy.of(key, word, key instanceof X509Key && stamping.isWanted());
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
