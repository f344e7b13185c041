package zugabe.formats.zip;

import java.io.IOException;

/** A severe fault in an archive. Whoever made the archive must mend it. */
public final class ZipFaultException extends IOException {
  private static final long serialVersionUID = 1;

  private final transient ZipIrregularity irregularity;

  public ZipFaultException(ZipIrregularity irregularity) {
    super(irregularity.what());
    this.irregularity = irregularity;
  }

  ZipFaultException(ZipFault fault, String entry, long offset, String what) {
    this(new ZipIrregularity(fault, entry, offset, what));
  }

  public ZipIrregularity irregularity() {
    return irregularity;
  }
}
