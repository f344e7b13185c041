package zugabe.core.inspect;

import java.io.IOException;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.finding.Findings;
import zugabe.formats.zip.ZipListing;

/** A file that is asked what it is, by one kind after the other; its directory is read once. */
public final class Opened {
  private final String name;
  private final Content content;
  private boolean isListed;
  private Optional<ZipListing> listing = Optional.empty();

  /**
   * @param name the file, as the user would name it
   */
  public Opened(String name, Content content) {
    this.name = name;
    this.content = content;
  }

  public String name() {
    return name;
  }

  public Content content() {
    return content;
  }

  /** Its entries, when it is a zip file. */
  public Optional<ZipListing> zip(Findings findings) throws IOException {
    if (!isListed) {
      isListed = true;
      listing = ZipInspector.listing(name, content, findings);
    }
    return listing;
  }
}
