package zugabe.core.resources;

import zugabe.bytes.Content;
import zugabe.core.finding.Where;

/**
 * A file among the sources of resources.
 *
 * @param path in the folder of resources, such as {@code values-de/strings.xml}
 * @param where the file as users name it
 */
public record ResourceFile(String path, Content content, Where where) {
  /** The folder's name. */
  String folder() {
    int slash = path.indexOf('/');
    return slash < 0 ? "" : path.substring(0, slash);
  }

  /** The file's name. */
  String name() {
    return path.substring(path.lastIndexOf('/') + 1);
  }

  boolean isXml() {
    return path.endsWith(".xml");
  }
}
