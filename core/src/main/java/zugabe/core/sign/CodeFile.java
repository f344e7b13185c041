package zugabe.core.sign;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.formats.cab.CabinetHeader;
import zugabe.formats.pe.PeReader;

/** A file whose form has a place for signatures of code. */
interface CodeFile {
  IndirectData.Form form();

  /** Signatures that lie in it. */
  List<Lying> signatures();

  /** The digest of the file as it is. */
  byte[] digest(String algorithm) throws IOException;

  /**
   * The file as it is to be signed.
   *
   * @param room bytes that a signature and a second one take
   * @param kept whether signatures that are there stay
   */
  Unsigned unsigned(int room, boolean kept) throws IOException;

  /** What is to be signed. */
  interface Unsigned {
    byte[] digest(String algorithm) throws IOException;

    /** The length that the signature has to have; 0 for any. */
    int length();

    /** The whole file, once it was digested. */
    Layout with(byte[] signature) throws IOException;
  }

  /**
   * Signed data that lies in a file.
   *
   * @param at where, in bytes; -1 where that tells nothing
   */
  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  record Lying(byte[] bytes, long at) {}

  /** A file can't hold a signature. */
  final class NoPlaceException extends IOException {
    private static final long serialVersionUID = 1;

    NoPlaceException(String why) {
      super(why);
    }
  }

  /**
   * Reads one.
   *
   * @param name tells scripts
   * @return empty for files of other forms
   * @throws zugabe.bytes.MalformedException when it is damaged
   */
  static Optional<CodeFile> of(String name, Content content) throws IOException {
    byte[] start;
    try (Access access = content.access()) {
      start = access.readFully(0, (int) Math.min(64, access.size()));
      if (PeReader.mayBePe(start) && ProgramCode.isNew(access)) {
        return Optional.of(ProgramCode.read(content));
      }
    }
    if (CabinetHeader.mayBe(start)) {
      return Optional.of(CabinetCode.read(content));
    }
    return ScriptCode.isScript(name) ? Optional.of(ScriptCode.read(content)) : Optional.empty();
  }
}
