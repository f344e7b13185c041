package zugabe.core.materials;

import java.io.FileInputStream;
import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermission;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.zip.CRC32;
import zugabe.bytes.Access;
import zugabe.bytes.BlockStream;
import zugabe.bytes.Content;
import zugabe.bytes.ContentChangedException;
import zugabe.bytes.Digests;
import zugabe.bytes.Segment;
import zugabe.bytes.WordSum;

/**
 * A file of the user's. Its SHA-256 is computed by the pass that first reads it to the end,
 * remembered, and held against every later pass.
 */
public final class FileContent implements Content {
  private static final long DIGEST_BYTES = 1 << 16;
  private static final int OWNER_EXECUTE = 0100;

  private final Path path;
  private final String name;
  private final long size;
  private final ReadExtent extent;
  private volatile String sha256;

  /** Whether its sums are known, which may be before its digest is. */
  private volatile boolean summed;

  /** Later readers compare this, which takes a tenth of the time. */
  private volatile long crc32;

  /** Empty for short ones, where nobody asks for it. */
  private volatile OptionalLong wordSum = OptionalLong.empty();

  private Runnable whenChanged = () -> {};

  private volatile Integer mode;
  private FileChannel held;
  private int holders;

  /**
   * @param name as the user would name it
   * @param size in bytes, when the plan was made
   * @param extent whether it is digested while it is read
   */
  public FileContent(Path path, String name, long size, ReadExtent extent) {
    this.extent = extent;
    this.path = path;
    this.name = name;
    this.size = size;
  }

  public Path path() {
    return path;
  }

  public String name() {
    return name;
  }

  @Override
  public long size() {
    return size;
  }

  /** Whether what is read of it is digested, as for a build. */
  boolean isDigested() {
    return extent == ReadExtent.WHOLE;
  }

  /** Whether the system lets its owner run it. */
  public boolean isExecutable() throws IOException {
    if (isUnix()) {
      return (mode() & OWNER_EXECUTE) != 0;
    }
    PosixFileAttributeView view = Files.getFileAttributeView(path, PosixFileAttributeView.class);
    return view != null
        && view.readAttributes().permissions().contains(PosixFilePermission.OWNER_EXECUTE);
  }

  /** Its permissions and kind as Unix writes them; 0 where the system has none. */
  public int mode() throws IOException {
    if (mode == null) {
      mode = isUnix() ? (Integer) Files.getAttribute(path, "unix:mode") : 0;
    }
    return mode;
  }

  /** Whether the system notes when it was changed, in a way that nobody can set back. */
  boolean showsChanges() {
    return isUnix();
  }

  private boolean isUnix() {
    return path.getFileSystem().supportedFileAttributeViews().contains("unix");
  }

  /** In lower-case hexadecimal; empty until the file was read to its end. */
  public Optional<String> sha256() {
    return Optional.ofNullable(sha256);
  }

  @Override
  public OptionalLong knownCrc32() {
    return isDigested() && summed ? OptionalLong.of(crc32) : OptionalLong.empty();
  }

  @Override
  public OptionalLong knownWordSum() {
    return isDigested() && summed ? wordSum : OptionalLong.empty();
  }

  /** CRC-32 of what was digested or summed. */
  long crc32() {
    return crc32;
  }

  /**
   * Takes a digest on trust that was computed earlier of a file of the same state, and its sums;
   * whoever reads the whole file compares its CRC-32.
   *
   * @param changed what is done when that is another
   */
  synchronized void known(String digest, long sum, OptionalLong words, Runnable changed) {
    crc32 = sum;
    wordSum = words;
    summed = true;
    sha256 = digest;
    whenChanged = changed;
  }

  /** Takes the sums of all its bytes; whoever digests it compares them. */
  synchronized void summed(long sum, long words) throws ContentChangedException {
    if (summed) {
      check(sum);
    } else {
      crc32 = sum;
      wordSum = OptionalLong.of(words);
      summed = true;
    }
  }

  /** Reads it only to know its digest, unless that is known. */
  public String digest() throws IOException {
    if (sha256 == null) {
      MessageDigest digest = Digests.sha256();
      CRC32 sum = new CRC32();
      Optional<WordSum> words =
          size >= Segment.LONG_BYTES ? Optional.of(new WordSum()) : Optional.empty();
      byte[] buffer = new byte[(int) Math.max(1, Math.min(size, DIGEST_BYTES))];
      long count = 0;
      try (InputStream in = plain()) {
        for (int got = in.read(buffer); got >= 0; got = in.read(buffer)) {
          digest.update(buffer, 0, got);
          sum.update(buffer, 0, got);
          if (words.isPresent()) {
            words.get().update(buffer, 0, got);
          }
          count += got;
        }
      }
      checkSize(count);
      remember(
          HexFormat.of().formatHex(digest.digest()),
          sum.getValue(),
          words.map(w -> OptionalLong.of(w.getValue())).orElse(OptionalLong.empty()));
    }
    return sha256;
  }

  /** The plainest stream there is; among tens of thousands of small files the others show. */
  private InputStream plain() throws IOException {
    if (path.getFileSystem().equals(FileSystems.getDefault())) {
      try {
        return new FileInputStream(path.toString());
      } catch (FileNotFoundException e) {
        // the other one's exceptions say why
        return Files.newInputStream(path);
      }
    }
    return Files.newInputStream(path);
  }

  private void checkSize(long count) throws ContentChangedException {
    if (count != size) {
      throw new ContentChangedException(name, "it had " + size + " bytes and has " + count);
    }
  }

  @Override
  public InputStream open() throws IOException {
    return new Checked(plain());
  }

  /** Opens the bytes for a look at the first of them, without a digest. */
  InputStream peek() throws IOException {
    return plain();
  }

  /** Its first bytes, at most this many, without a digest. */
  public byte[] start(int most) throws IOException {
    try (InputStream in = plain()) {
      return in.readNBytes((int) Math.min(most, size));
    }
  }

  @Override
  public Access access() throws IOException {
    synchronized (this) {
      if (held != null) {
        return new ChannelAccess(held, held.size(), false);
      }
    }
    FileChannel channel = FileChannel.open(path, StandardOpenOption.READ);
    return new ChannelAccess(channel, channel.size(), true);
  }

  /**
   * Keeps the file open until {@link #release}: for many small reads. Several may hold it at once.
   */
  public synchronized void hold() throws IOException {
    if (holders == 0) {
      held = FileChannel.open(path, StandardOpenOption.READ);
    }
    holders++;
  }

  /** To be called once for each {@link #hold}. */
  public synchronized void release() throws IOException {
    holders--;
    if (holders == 0) {
      held.close();
      held = null;
    }
  }

  private synchronized void remember(String digest, long sum, OptionalLong words)
      throws ContentChangedException {
    if (summed) {
      check(sum);
    } else {
      crc32 = sum;
      wordSum = words;
      summed = true;
    }
    if (sha256 == null) {
      sha256 = digest;
    } else if (!sha256.equals(digest)) {
      throw new ContentChangedException(name, "its SHA-256 is no longer the same");
    }
  }

  private void check(long sum) throws ContentChangedException {
    if (sum != crc32) {
      whenChanged.run();
      throw new ContentChangedException(name, "its CRC-32 is no longer the same");
    }
  }

  /** The size when it was opened: asking the system again and again shows among many files. */
  private record ChannelAccess(FileChannel channel, long size, boolean own) implements Access {

    @Override
    public int read(long position, byte[] into, int offset, int length) throws IOException {
      return channel.read(ByteBuffer.wrap(into, offset, length), position);
    }

    @Override
    public int read(long position, ByteBuffer into) throws IOException {
      return channel.read(into, position);
    }

    @Override
    public void close() throws IOException {
      if (own) {
        channel.close();
      }
    }
  }

  /** Digests what passes and judges it at the end. */
  private final class Checked extends BlockStream {
    private final InputStream in;
    private final CRC32 sum = new CRC32();

    /** None for those that come later. */
    private final Optional<MessageDigest> digest;

    private long count;
    private boolean ended;

    Checked(InputStream in) {
      this.in = in;
      this.digest = sha256 == null ? Optional.of(Digests.sha256()) : Optional.empty();
    }

    @Override
    public int read(byte[] into, int offset, int length) throws IOException {
      // what was just read is digested while it is still at hand
      int got = in.read(into, offset, (int) Math.min(length, DIGEST_BYTES));
      if (got > 0) {
        count += got;
        if (isDigested()) {
          sum.update(into, offset, got);
          if (digest.isPresent()) {
            digest.get().update(into, offset, got);
          }
        }
        if (count > size) {
          throw new ContentChangedException(name, "it grew beyond " + size + " bytes");
        }
      } else if (got < 0 && !ended) {
        ended = true;
        end();
      }
      return got;
    }

    private void end() throws IOException {
      checkSize(count);
      if (!isDigested()) {
        return;
      }
      if (digest.isPresent()) {
        remember(
            HexFormat.of().formatHex(digest.get().digest()), sum.getValue(), OptionalLong.empty());
      } else {
        check(sum.getValue());
      }
    }

    @Override
    public void close() throws IOException {
      in.close();
    }
  }
}
