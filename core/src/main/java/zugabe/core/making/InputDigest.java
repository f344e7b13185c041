package zugabe.core.making;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import zugabe.bytes.Digests;
import zugabe.core.kind.Input;
import zugabe.core.materials.FileContent;
import zugabe.core.receipt.Receipt;

/**
 * Sums up what went in. Digests are known from the pass that shipped a file; one that was only
 * looked for, such as a left-out one, is read here.
 */
final class InputDigest {
  private InputDigest() {}

  static Receipt.Used of(Input input) throws IOException {
    long size = input.files().stream().mapToLong(FileContent::size).sum();
    if (input.single()) {
      return new Receipt.Used(input.name(), 1, size, input.files().get(0).digest());
    }
    List<FileContent> sorted =
        input.files().stream().sorted(Comparator.comparing(FileContent::name)).toList();
    MessageDigest digest = Digests.sha256();
    for (FileContent file : sorted) {
      digest.update((file.digest() + "  " + file.name() + "\n").getBytes(StandardCharsets.UTF_8));
    }
    return new Receipt.Used(
        input.name(), sorted.size(), size, HexFormat.of().formatHex(digest.digest()));
  }
}
