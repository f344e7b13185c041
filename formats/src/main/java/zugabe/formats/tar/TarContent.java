package zugabe.formats.tar;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import zugabe.bytes.Access;
import zugabe.bytes.BlockStream;
import zugabe.bytes.Content;
import zugabe.bytes.ContentChangedException;

/**
 * A whole tar file as a content: its size is known before anything is read, since nothing in it is
 * compressed. Headers are encoded when they are read, files are opened when their turn comes.
 */
public final class TarContent implements Content {
  /** Files end at a multiple of this: the blocking factor 20 that tape readers expect. */
  private static final int RECORD_BYTES = 20 * TarHeader.BLOCK_BYTES;

  private final List<TarMember> members;
  private final long size;
  private final long dataEnd;

  /**
   * @param members in the order they are written; names are to be unique
   */
  public TarContent(List<TarMember> members) {
    this.members = List.copyOf(members);
    long end = 0;
    for (TarMember m : this.members) {
      end += TarHeader.length(m) + m.size() + TarHeader.padding(m.size());
    }
    this.dataEnd = end;
    long withEnd = end + 2L * TarHeader.BLOCK_BYTES;
    this.size = (withEnd + RECORD_BYTES - 1) / RECORD_BYTES * RECORD_BYTES;
  }

  @Override
  public long size() {
    return size;
  }

  @Override
  public InputStream open() {
    return new Stream();
  }

  @Override
  public Access access() {
    throw new UnsupportedOperationException("a tar file that is being made is only streamed");
  }

  /** Header, content, padding, and so on, then the end. */
  private final class Stream extends BlockStream {
    private int next;
    private byte[] plain = {};
    private int plainAt;
    private InputStream file;
    private long fileLeft;
    private boolean ended;

    @Override
    public int read(byte[] into, int offset, int length) throws IOException {
      if (length == 0) {
        return 0;
      }
      while (true) {
        if (plainAt < plain.length) {
          int count = Math.min(length, plain.length - plainAt);
          System.arraycopy(plain, plainAt, into, offset, count);
          plainAt += count;
          return count;
        }
        if (file != null) {
          int got = fromFile(into, offset, length);
          if (got > 0) {
            return got;
          }
        } else if (!advance()) {
          return -1;
        }
      }
    }

    private int fromFile(byte[] into, int offset, int length) throws IOException {
      TarMember member = members.get(next - 1);
      int got = file.read(into, offset, length);
      if (got > 0) {
        fileLeft -= got;
        if (fileLeft < 0) {
          throw new ContentChangedException(
              member.name(), "it grew beyond " + member.size() + " bytes");
        }
        return got;
      }
      if (fileLeft > 0) {
        throw new ContentChangedException(
            member.name(), "it ends " + fileLeft + " bytes before its size of " + member.size());
      }
      file.close();
      file = null;
      plain(new byte[TarHeader.padding(member.size())]);
      return 0;
    }

    private void plain(byte[] bytes) {
      plain = bytes;
      plainAt = 0;
    }

    private boolean advance() throws IOException {
      if (next < members.size()) {
        TarMember member = members.get(next++);
        plain(TarHeader.encode(member));
        if (member.content().isPresent()) {
          file = member.content().get().open();
          fileLeft = member.size();
        }
        return true;
      }
      if (ended) {
        return false;
      }
      ended = true;
      plain(new byte[(int) (size - dataEnd)]);
      return true;
    }

    @Override
    public void close() throws IOException {
      if (file != null) {
        file.close();
      }
    }
  }
}
