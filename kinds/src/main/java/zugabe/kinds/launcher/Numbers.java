package zugabe.kinds.launcher;

import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TextShape;

/** Whole numbers in recipes. */
final class Numbers {
  private Numbers() {}

  static Shape<Located<Integer>> upTo(int most) {
    return TextShape.parsed(
        "a whole number up to " + most,
        "[0-9]{1,9}",
        t -> Optional.of(Integer.valueOf(t)).filter(n -> n <= most),
        0);
  }
}
