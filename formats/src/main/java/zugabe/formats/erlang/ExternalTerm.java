package zugabe.formats.erlang;

import java.io.ByteArrayOutputStream;
import java.math.BigInteger;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Terms in the external form, version 131:
 *
 * <pre>
 * tag  name                  behind it
 *  70  NEW_FLOAT_EXT         8 bytes, IEEE 754
 *  97  SMALL_INTEGER_EXT     1 byte
 *  98  INTEGER_EXT           4 bytes, signed
 * 104  SMALL_TUPLE_EXT       1 byte arity, items
 * 105  LARGE_TUPLE_EXT       4 bytes arity, items
 * 106  NIL_EXT
 * 107  STRING_EXT            2 bytes length, bytes
 * 108  LIST_EXT              4 bytes length, items, tail
 * 109  BINARY_EXT            4 bytes length, bytes
 * 110  SMALL_BIG_EXT         1 byte length, sign, magnitude with the least byte first
 * 116  MAP_EXT               4 bytes count, pairs
 * 100  ATOM_EXT              2 bytes length, Latin-1 (read only)
 * 115  SMALL_ATOM_EXT        1 byte length, Latin-1 (read only)
 * 118  ATOM_UTF8_EXT         2 bytes length, UTF-8
 * 119  SMALL_ATOM_UTF8_EXT   1 byte length, UTF-8
 * </pre>
 */
public final class ExternalTerm {
  private static final int VERSION = 131;
  private static final int MAX_DEPTH = 200;
  private static final int MAX_STRING = 65535;
  private static final int MAX_SMALL = 255;

  private ExternalTerm() {}

  /** The external form of a term. */
  public static byte[] encode(Term term) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(VERSION);
    write(term, out);
    return out.toByteArray();
  }

  private static void write(Term term, ByteArrayOutputStream out) {
    if (term instanceof Term.Atom atom) {
      byte[] name = atom.name().getBytes(StandardCharsets.UTF_8);
      if (atom.name().codePointCount(0, atom.name().length()) > MAX_SMALL) {
        throw new IllegalArgumentException("an atom has 255 characters at most: " + atom.name());
      }
      if (name.length <= MAX_SMALL) {
        out.write(119);
        out.write(name.length);
      } else {
        out.write(118);
        number(name.length, 2, out);
      }
      out.writeBytes(name);
    } else if (term instanceof Term.Int number) {
      integer(number.value(), out);
    } else if (term instanceof Term.Real real) {
      out.write(70);
      out.writeBytes(ByteBuffer.allocate(8).putDouble(real.value()).array());
    } else if (term instanceof Term.Chars chars) {
      chars(chars, out);
    } else if (term instanceof Term.Bytes bytes) {
      byte[] all = bytes.latin1().getBytes(StandardCharsets.ISO_8859_1);
      out.write(109);
      number(all.length, 4, out);
      out.writeBytes(all);
    } else if (term instanceof Term.Tuple tuple) {
      boolean small = tuple.items().size() <= MAX_SMALL;
      out.write(small ? 104 : 105);
      number(tuple.items().size(), small ? 1 : 4, out);
      tuple.items().forEach(i -> write(i, out));
    } else if (term instanceof Term.Items list) {
      list(list.items(), out);
    } else if (term instanceof Term.Mapping mapping) {
      out.write(116);
      number(mapping.entries().size(), 4, out);
      mapping
          .entries()
          .forEach(
              (key, value) -> {
                write(key, out);
                write(value, out);
              });
    }
  }

  private static void number(int value, int bytes, ByteArrayOutputStream out) {
    for (int i = bytes - 1; i >= 0; i--) {
      out.write(value >> (8 * i));
    }
  }

  private static void integer(BigInteger value, ByteArrayOutputStream out) {
    if (value.signum() >= 0 && value.bitLength() <= 8) {
      out.write(97);
      out.write(value.intValue());
    } else if (value.bitLength() < 32) {
      out.write(98);
      number(value.intValue(), 4, out);
    } else {
      byte[] magnitude = value.abs().toByteArray();
      int from = magnitude[0] == 0 ? 1 : 0;
      if (magnitude.length - from > MAX_SMALL) {
        throw new IllegalArgumentException("an integer has 255 bytes at most");
      }
      out.write(110);
      out.write(magnitude.length - from);
      out.write(value.signum() < 0 ? 1 : 0);
      for (int i = magnitude.length - 1; i >= from; i--) {
        out.write(magnitude[i]);
      }
    }
  }

  private static void chars(Term.Chars chars, ByteArrayOutputStream out) {
    boolean latin1 = chars.text().chars().allMatch(c -> c <= MAX_SMALL);
    if (chars.text().isEmpty() || !latin1 || chars.text().length() > MAX_STRING) {
      list(chars.asList().orElseThrow(), out);
      return;
    }
    out.write(107);
    number(chars.text().length(), 2, out);
    out.writeBytes(chars.text().getBytes(StandardCharsets.ISO_8859_1));
  }

  private static void list(List<Term> items, ByteArrayOutputStream out) {
    if (!items.isEmpty()) {
      out.write(108);
      number(items.size(), 4, out);
      items.forEach(i -> write(i, out));
    }
    out.write(106);
  }

  /** Reads a term; a list of bytes may come back as a string. */
  public static Term decode(byte[] bytes) throws TermFaultException {
    ByteBuffer in = ByteBuffer.wrap(bytes);
    try {
      if ((in.get() & 0xFF) != VERSION) {
        throw new TermFaultException("it doesn't start with version " + VERSION, 0, 0);
      }
      Term term = read(in, 0);
      if (in.hasRemaining()) {
        throw fault("there are bytes behind the term", in);
      }
      return term;
    } catch (BufferUnderflowException e) {
      throw fault("it ends too early", in);
    }
  }

  private static TermFaultException fault(String message, ByteBuffer in) {
    return new TermFaultException(message, 0, in.position());
  }

  private static Term read(ByteBuffer in, int depth) throws TermFaultException {
    if (depth > MAX_DEPTH) {
      throw fault("it is nested more than " + MAX_DEPTH + " deep", in);
    }
    int tag = in.get() & 0xFF;
    return switch (tag) {
      case 70 -> new Term.Real(in.getDouble());
      case 97 -> new Term.Int(BigInteger.valueOf(in.get() & 0xFF));
      case 98 -> new Term.Int(BigInteger.valueOf(in.getInt()));
      case 100 -> new Term.Atom(latin1(in, in.getShort() & 0xFFFF));
      case 104 -> new Term.Tuple(items(in, in.get() & 0xFF, depth));
      case 105 -> new Term.Tuple(items(in, in.getInt(), depth));
      case 106 -> new Term.Items(List.of());
      case 107 -> new Term.Chars(latin1(in, in.getShort() & 0xFFFF));
      case 108 -> list(in, depth);
      case 109 -> new Term.Bytes(latin1(in, in.getInt()));
      case 110 -> big(in);
      case 115 -> new Term.Atom(latin1(in, in.get() & 0xFF));
      case 116 -> mapping(in, depth);
      case 118 -> new Term.Atom(utf8(in, in.getShort() & 0xFFFF));
      case 119 -> new Term.Atom(utf8(in, in.get() & 0xFF));
      default -> throw fault("the tag " + tag + " isn't known here", in);
    };
  }

  private static Term list(ByteBuffer in, int depth) throws TermFaultException {
    List<Term> items = items(in, in.getInt(), depth);
    if (!(read(in, depth + 1) instanceof Term.Items tail) || !tail.items().isEmpty()) {
      throw fault("a list has a tail", in);
    }
    return new Term.Items(items);
  }

  /** An item takes a byte at least, so a count beyond the rest is a lie. */
  private static List<Term> items(ByteBuffer in, int count, int depth) throws TermFaultException {
    if (count < 0 || count > in.remaining()) {
      throw fault("there are fewer than " + count + " items", in);
    }
    List<Term> items = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      items.add(read(in, depth + 1));
    }
    return items;
  }

  private static Term mapping(ByteBuffer in, int depth) throws TermFaultException {
    int count = in.getInt();
    if (count < 0 || count > in.remaining() / 2) {
      throw fault("there are fewer than " + count + " pairs", in);
    }
    Map<Term, Term> entries = new LinkedHashMap<>();
    for (int i = 0; i < count; i++) {
      Term key = read(in, depth + 1);
      entries.put(key, read(in, depth + 1));
    }
    return new Term.Mapping(entries);
  }

  private static Term big(ByteBuffer in) throws TermFaultException {
    int length = in.get() & 0xFF;
    int sign = in.get();
    byte[] magnitude = bytes(in, length);
    for (int i = 0; i < length / 2; i++) {
      byte b = magnitude[i];
      magnitude[i] = magnitude[length - 1 - i];
      magnitude[length - 1 - i] = b;
    }
    return new Term.Int(new BigInteger(sign == 0 ? 1 : -1, magnitude));
  }

  private static String latin1(ByteBuffer in, int length) throws TermFaultException {
    return new String(bytes(in, length), StandardCharsets.ISO_8859_1);
  }

  private static String utf8(ByteBuffer in, int length) throws TermFaultException {
    return new String(bytes(in, length), StandardCharsets.UTF_8);
  }

  private static byte[] bytes(ByteBuffer in, int length) throws TermFaultException {
    if (length < 0 || length > in.remaining()) {
      throw fault("there are fewer than " + length + " bytes", in);
    }
    byte[] bytes = new byte[length];
    in.get(bytes);
    return bytes;
  }
}
