package zugabe.kinds.launcher;

import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TextShape;

/** Whole numbers in recipes. */
final class Numbers {
  private Numbers() {}

  static Shape<Located<Integer>> upTo(int most) {
    return parsed("a whole number up to " + most, "[0-9]{1,10}", most);
  }

  /** Where 0 says nothing. */
  static Shape<Located<Integer>> fromOneTo(int most) {
    return parsed("a whole number from 1 to " + most, "[1-9][0-9]{0,9}", most);
  }

  private static Shape<Located<Integer>> parsed(String expected, String pattern, int most) {
    return TextShape.parsed(
        expected,
        pattern,
        t -> Optional.of(Long.valueOf(t)).filter(n -> n <= most).map(Long::intValue),
        0);
  }
}
