package zugabe.formats.tar;

import java.util.Iterator;
import java.util.List;
import java.util.NoSuchElementException;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.bytes.Segment;

/**
 * A tar file that isn't compressed, piece by piece, so that files can be read ahead of the writer
 * on all workers.
 */
public final class TarLayout implements Layout {
  private final List<TarMember> members;
  private final TarContent whole;

  /**
   * @param members in the order they are written; names are to be unique
   */
  public TarLayout(List<TarMember> members) {
    this.members = List.copyOf(members);
    this.whole = new TarContent(this.members);
  }

  @Override
  public Iterator<Segment> segments() {
    return new Walk();
  }

  private final class Walk implements Iterator<Segment> {
    private int next;
    private boolean atContent;

    @Override
    public boolean hasNext() {
      return next <= members.size();
    }

    @Override
    public Segment next() {
      if (next > members.size()) {
        throw new NoSuchElementException();
      }
      if (next == members.size()) {
        next++;
        return new Segment.Encoded("end of archive", at -> new byte[(int) (whole.size() - at)]);
      }
      TarMember member = members.get(next);
      if (!atContent && member.size() > 0) {
        atContent = true;
        return new Segment.Encoded(member.name(), at -> TarHeader.encode(member));
      }
      next++;
      if (!atContent) {
        return new Segment.Encoded(member.name(), at -> TarHeader.encode(member));
      }
      atContent = false;
      return new Segment.Compressed(
          member.name(),
          member.content().orElseThrow(),
          Packing.stored(),
          Segment.Head.NOTHING,
          (outcome, blocks) -> new byte[TarHeader.padding(outcome.size())]);
    }
  }

  @Override
  public long leastSize() {
    return whole.size();
  }

  @Override
  public long mostSize() {
    return whole.size();
  }
}
