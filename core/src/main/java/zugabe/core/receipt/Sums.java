package zugabe.core.receipt;

import java.util.Comparator;
import java.util.stream.Collectors;

/** The {@code SHA256SUMS} file, in the form that {@code sha256sum -c} reads. */
public final class Sums {
  public static final String FILE = "SHA256SUMS";

  private Sums() {}

  /** One line a file, bytewise by name. */
  public static String of(Receipt receipt) {
    return receipt.deliverables().stream()
        .flatMap(d -> d.files().stream())
        .sorted(Comparator.comparing(Receipt.Made::path))
        .map(f -> line(f.sha256(), f.path()))
        .collect(Collectors.joining());
  }

  /** A name with a backslash or line break is escaped, and the line marked so. */
  private static String line(String sha256, String path) {
    String escaped = path.replace("\\", "\\\\").replace("\n", "\\n");
    return (escaped.equals(path) ? "" : "\\") + sha256 + "  " + escaped + "\n";
  }
}
