package zugabe.core.json;

import java.util.List;
import java.util.Map;

/** Reads a tree without trusting it: what is missing or of another type comes out empty. */
record Tree(Object value) {
  Tree at(String key) {
    return new Tree(value instanceof Map<?, ?> map ? map.get(key) : null);
  }

  String text(String key) {
    return at(key).value() instanceof String s ? s : "";
  }

  long number(String key, long otherwise) {
    return at(key).value() instanceof Long n ? n : otherwise;
  }

  boolean isTrue(String key) {
    return Boolean.TRUE.equals(at(key).value());
  }

  List<?> items() {
    return value instanceof List<?> list ? list : List.of();
  }
}
