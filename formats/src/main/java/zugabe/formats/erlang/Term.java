package zugabe.formats.erlang;

import java.math.BigInteger;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** An Erlang term. */
public sealed interface Term {
  /** A name; up to 255 characters. */
  record Atom(String name) implements Term {}

  record Int(BigInteger value) implements Term {}

  record Real(double value) implements Term {}

  /** A list of characters, written as a string. */
  record Chars(String text) implements Term {}

  record Tuple(List<Term> items) implements Term {}

  /** A proper list. */
  record Items(List<Term> items) implements Term {}

  /** Bytes, as one character each. */
  record Bytes(String latin1) implements Term {}

  /** A map, in the order written. */
  record Mapping(Map<Term, Term> entries) implements Term {}

  static Term atom(String name) {
    return new Atom(name);
  }

  static Term text(String text) {
    return new Chars(text);
  }

  static Term tuple(Term... items) {
    return new Tuple(List.of(items));
  }

  static Term list(List<? extends Term> items) {
    return new Items(List.copyOf(items));
  }

  /** The items of a list, a string's characters among them; empty for everything else. */
  default Optional<List<Term>> asList() {
    if (this instanceof Items list) {
      return Optional.of(list.items());
    }
    if (this instanceof Chars chars) {
      return Optional.of(
          chars.text().codePoints().<Term>mapToObj(c -> new Int(BigInteger.valueOf(c))).toList());
    }
    return Optional.empty();
  }

  /** The text of a string, or of an empty list; empty for everything else. */
  default Optional<String> asText() {
    if (this instanceof Chars chars) {
      return Optional.of(chars.text());
    }
    return this instanceof Items list && list.items().isEmpty()
        ? Optional.of("")
        : Optional.empty();
  }

  /** The name of an atom; empty for everything else. */
  default Optional<String> asAtom() {
    return this instanceof Atom atom ? Optional.of(atom.name()) : Optional.empty();
  }

  /** Whether it is a tuple of this size that starts with this atom. */
  default boolean isTuple(String first, int size) {
    return this instanceof Tuple tuple
        && tuple.items().size() == size
        && tuple.items().get(0).equals(new Atom(first));
  }

  /** The value of a key in a list of pairs. */
  default Optional<Term> value(String key) {
    return asList().stream()
        .flatMap(List::stream)
        .filter(t -> t.isTuple(key, 2))
        .map(t -> ((Tuple) t).items().get(1))
        .findFirst();
  }
}
