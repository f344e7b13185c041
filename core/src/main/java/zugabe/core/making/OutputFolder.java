package zugabe.core.making;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermission;
import java.security.MessageDigest;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Content;
import zugabe.bytes.Digests;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.json.ReceiptJson;
import zugabe.core.receipt.Receipt;
import zugabe.core.receipt.Sums;
import zugabe.core.sign.Beside;
import zugabe.core.work.Progress;

/**
 * The folder that files go out to, held by a lock. Files are written as {@code NAME.part} and
 * renamed together at the end; the records are set aside before the first rename and written last,
 * so that a record never speaks of files that aren't there.
 */
final class OutputFolder implements Closeable {
  static final String PART = ".part";
  private static final String ASIDE = ".aside";

  private final Path folder;
  private final Disk disk;
  private final FolderLock lock;
  private final Findings findings;

  /** Whether it wasn't there before. */
  private final boolean fresh;

  private boolean undone;

  private OutputFolder(Path folder, Disk disk, FolderLock lock, Findings findings, boolean fresh) {
    this.folder = folder;
    this.disk = disk;
    this.lock = lock;
    this.findings = findings;
    this.fresh = fresh;
  }

  /** Makes the folder if needed and locks it. */
  static OutputFolder open(
      Path folder, Disk disk, Duration wait, Findings findings, Progress progress)
      throws IOException {
    boolean fresh = !Files.exists(folder);
    FolderLock lock = FolderLock.take(folder, wait, progress);
    return new OutputFolder(folder, disk, lock, findings, fresh);
  }

  /**
   * Removes half files of interrupted builds: only names that the plan, the last record or this
   * program gives, so that somebody else's file of that ending stays.
   */
  void removeOrphans(Collection<String> names) throws IOException {
    for (String name : names) {
      if (isInside(name)) {
        Files.deleteIfExists(part(name));
      }
    }
    Files.deleteIfExists(part(Receipt.FILE));
    Files.deleteIfExists(part(Sums.FILE));
  }

  /** A record is a file that anybody can write: its names must not lead elsewhere. */
  boolean isInside(String name) {
    try {
      return !name.isEmpty()
          && !Path.of(name).isAbsolute()
          && file(name).normalize().equals(file(name))
          && !file(name).equals(folder);
    } catch (java.nio.file.InvalidPathException e) {
      return false;
    }
  }

  /** The part of a file, in a folder that is there. */
  Path prepare(String name) throws IOException {
    Files.createDirectories(part(name).getParent());
    return part(name);
  }

  /** Gives a finished part its permissions, where the system has such. */
  void allow(Path part, int mode) throws IOException {
    PosixFileAttributeView view = Files.getFileAttributeView(part, PosixFileAttributeView.class);
    if (view != null && (mode & 0111) != 0) {
      Set<PosixFilePermission> permissions = view.readAttributes().permissions();
      permissions.add(PosixFilePermission.OWNER_EXECUTE);
      permissions.add(PosixFilePermission.GROUP_EXECUTE);
      permissions.add(PosixFilePermission.OTHERS_EXECUTE);
      view.setPermissions(permissions);
    }
  }

  /** Removes a file, and the folders around it that are empty then. */
  void delete(String name) throws IOException {
    Files.deleteIfExists(file(name));
    removeEmpty(file(name).getParent());
  }

  private void removeEmpty(Path from) throws IOException {
    for (Path empty = from; !empty.equals(folder); empty = empty.getParent()) {
      try {
        Files.deleteIfExists(empty);
      } catch (DirectoryNotEmptyException e) {
        return;
      }
    }
  }

  Path part(String name) {
    return folder.resolve(name + PART);
  }

  Path file(String name) {
    return folder.resolve(name);
  }

  /** The last record; after an interrupted build, what of it is still true. */
  Optional<Receipt> last() throws IOException {
    Path file = file(Receipt.FILE);
    Path aside = file(Receipt.FILE + ASIDE);
    try {
      if (Files.isRegularFile(file)) {
        return Optional.of(ReceiptJson.read(Files.readString(file)));
      }
      if (Files.isRegularFile(aside)) {
        return Optional.of(stillTrue(ReceiptJson.read(Files.readString(aside))));
      }
    } catch (java.nio.file.FileSystemException e) {
      throw e;
    } catch (IOException e) {
      findings.add(
          MakingCode.Z5006,
          Where.file(Receipt.FILE),
          "The last record can't be read: it is not a receipt of this program, or damaged.",
          "It is replaced. Look for files of earlier builds yourself.");
    }
    return Optional.empty();
  }

  private Receipt stillTrue(Receipt r) throws IOException {
    List<Receipt.Row> rows = new ArrayList<>();
    for (Receipt.Row row : r.deliverables()) {
      boolean whole = true;
      for (Receipt.Made made : row.files()) {
        whole &= isAsRecorded(made);
      }
      if (whole) {
        rows.add(row);
      }
    }
    return new Receipt(r.program(), r.deflate(), r.app(), r.version(), rows, r.left());
  }

  private boolean isAsRecorded(Receipt.Made made) throws IOException {
    Path file = file(made.path());
    if (!Files.isRegularFile(file) || Files.size(file) != made.size()) {
      return false;
    }
    MessageDigest digest = Digests.sha256();
    try (InputStream in = Digests.feeding(Files.newInputStream(file), digest)) {
      in.transferTo(java.io.OutputStream.nullOutputStream());
    }
    return HexFormat.of().formatHex(digest.digest()).equals(made.sha256());
  }

  /** Gives all parts their final names, and writes the records. */
  void commit(List<String> names, Receipt receipt, Optional<Signers.Signer> signer)
      throws IOException {
    byte[] sums = Sums.of(receipt).getBytes(StandardCharsets.UTF_8);
    // an authority may be asked for the time, which takes a while
    byte[] signature = signer.isPresent() ? signer.get().sign(Content.of(sums)) : new byte[0];
    String file = Sums.FILE + signer.map(Signers.Signer::ending).orElse("");
    HalfFiles.whole(() -> commitAtOnce(names, receipt, sums, file, signature));
  }

  private void commitAtOnce(
      List<String> names, Receipt receipt, byte[] sums, String signed, byte[] signature)
      throws IOException {
    writePart(Receipt.FILE, ReceiptJson.write(receipt).getBytes(StandardCharsets.UTF_8));
    writePart(Sums.FILE, sums);
    for (String ending : List.of(Beside.OPENPGP, Beside.CMS)) {
      // an older signature isn't one of this list
      Files.deleteIfExists(file(Sums.FILE + ending));
    }
    if (signature.length > 0) {
      writePart(signed, signature);
    }
    setAside(Receipt.FILE);
    setAside(Sums.FILE);
    for (String name : names) {
      disk.rename(part(name), file(name));
    }
    disk.rename(part(Receipt.FILE), file(Receipt.FILE));
    disk.rename(part(Sums.FILE), file(Sums.FILE));
    if (signature.length > 0) {
      disk.rename(part(signed), file(signed));
    }
    Files.deleteIfExists(file(Receipt.FILE + ASIDE));
    Files.deleteIfExists(file(Sums.FILE + ASIDE));
  }

  /**
   * Takes the parts away again after a failure, and brings the records back when no file was
   * replaced yet. A folder that wasn't there before goes, too.
   */
  void undo(List<String> names) throws IOException {
    undone = true;
    boolean untouched = true;
    for (String name : names) {
      untouched &= Files.deleteIfExists(part(name)) || !Files.exists(file(name));
      removeEmpty(part(name).getParent());
    }
    Files.deleteIfExists(part(Receipt.FILE));
    Files.deleteIfExists(part(Sums.FILE));
    if (untouched) {
      bringBack(Receipt.FILE);
      bringBack(Sums.FILE);
    }
  }

  private void bringBack(String name) throws IOException {
    if (Files.exists(file(name + ASIDE)) && !Files.exists(file(name))) {
      Files.move(file(name + ASIDE), file(name));
    }
  }

  private void setAside(String name) throws IOException {
    if (Files.exists(file(name))) {
      disk.rename(file(name), file(name + ASIDE));
    }
  }

  private void writePart(String name, byte[] content) throws IOException {
    try (FileChannel out = HalfFiles.create(disk, part(name))) {
      ByteBuffer bytes = ByteBuffer.wrap(content);
      while (bytes.hasRemaining()) {
        out.write(bytes);
      }
    }
  }

  @Override
  public void close() throws IOException {
    if (fresh && undone) {
      lock.closeAndRemove();
    } else {
      lock.close();
    }
  }
}
