package zugabe.formats.dex;

import java.io.IOException;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * What a Dalvik executable defines and what it refers to.
 *
 * <pre>
 * 56 string_ids    72 proto_ids     88 method_ids
 * 64 type_ids      80 field_ids     96 class_defs    (size, then offset, in 4 bytes each)
 * </pre>
 *
 * @param classes that it defines
 * @param types that it uses: whose members it refers to, or that its classes extend; as descriptors
 *     such as {@code La/B;}. Those of annotations alone aren't among them: nothing ends without
 *     them
 * @param members that it refers to
 * @param uses of members that were asked for
 */
public record DexLinks(
    List<Shape> classes, Set<String> types, List<Member> members, List<Use> uses) {
  private static final int CLASS_BYTES = 32;
  private static final int MOST_MEMBERS = 65_536;

  /**
   * A class that is defined.
   *
   * @param access its flags, as class files have them
   * @param above the class that it extends; empty for none
   * @param members own fields and methods, as {@link Member#signature} has them
   */
  public record Shape(
      String name, int access, String above, List<String> interfaces, Set<String> members) {}

  /**
   * A field or a method.
   *
   * @param owner the class by which it is named
   * @param signature name and types
   */
  public record Member(String owner, String signature, boolean method) {}

  /**
   * A call of a method, or a field that is read or written.
   *
   * @param in the class whose code it is
   * @param texts arguments that stand in the code itself
   */
  public record Use(String in, Member member, List<String> texts) {}

  /**
   * Reads them.
   *
   * @param asked whose uses are told
   * @throws MalformedException when it is damaged
   */
  public static DexLinks read(Access access, Predicate<Member> asked) throws IOException {
    return new Reader(new Fields(access, false), asked).links();
  }

  private static final class Reader {
    private final Fields in;
    private final DexNames names;
    private final List<Member> methods = new ArrayList<>();
    private final List<Member> fields = new ArrayList<>();
    private final Set<Use> uses = new LinkedHashSet<>();
    private final Predicate<Member> asked;
    private final Set<Long> walked = new HashSet<>();
    private final BitSet wanted = new BitSet();
    private final BitSet wantedFields = new BitSet();
    private long at;

    /** Each member is one class's own, so no more are defined than have numbers. */
    private long defined;

    Reader(Fields in, Predicate<Member> asked) throws IOException {
      this.in = in;
      this.asked = asked;
      this.names = new DexNames(in);
    }

    DexLinks links() throws IOException {
      List<String> protos = new ArrayList<>();
      for (long i = 0; i < count(72); i++) {
        protos.add(proto(in.u4(76) + 12 * i));
      }
      for (long i = 0; i < count(80); i++) {
        long place = in.u4(84) + 8 * i;
        String signature =
            names.string(in.u4(place + 4)) + ":" + names.descriptor(in.u2(place + 2));
        Member field = new Member(names.descriptor(in.u2(place)), signature, false);
        wantedFields.set(fields.size(), asked.test(field));
        fields.add(field);
      }
      for (long i = 0; i < count(88); i++) {
        long place = in.u4(92) + 8 * i;
        int proto = in.u2(place + 2);
        if (proto >= protos.size()) {
          throw new MalformedException("there is no prototype " + proto, place);
        }
        String signature = names.string(in.u4(place + 4)) + protos.get(proto);
        Member method = new Member(names.descriptor(in.u2(place)), signature, true);
        wanted.set(methods.size(), asked.test(method));
        methods.add(method);
      }
      List<Shape> classes = new ArrayList<>();
      for (long i = 0; i < count(96); i++) {
        classes.add(shape(in.u4(100) + CLASS_BYTES * i));
      }
      List<Member> all = new ArrayList<>(fields);
      all.addAll(methods);
      Set<String> types = new HashSet<>();
      all.forEach(m -> types.add(m.owner()));
      for (Shape shape : classes) {
        types.add(shape.above());
        types.addAll(shape.interfaces());
      }
      return new DexLinks(classes, types, all, List.copyOf(uses));
    }

    private long count(int field) throws IOException {
      long count = in.u4(field);
      if (count > in.size() / 4 || count > 16L * MOST_MEMBERS) {
        throw new MalformedException("it claims " + count + " entries", field);
      }
      return count;
    }

    private String proto(long place) throws IOException {
      StringBuilder out = new StringBuilder("(");
      types(in.u4(place + 8)).forEach(out::append);
      return out.append(')').append(names.descriptor(in.u4(place + 4))).toString();
    }

    /** A list of types; none where there is no list. */
    private List<String> types(long place) throws IOException {
      List<String> all = new ArrayList<>();
      long count = place == 0 ? 0 : in.u4(place);
      if (count > MOST_MEMBERS) {
        throw new MalformedException("a list claims " + count + " types", place);
      }
      for (long i = 0; i < count; i++) {
        all.add(names.descriptor(in.u2(place + 4 + 2 * i)));
      }
      return all;
    }

    private Shape shape(long place) throws IOException {
      long above = in.u4(place + 8);
      String name = names.descriptor(in.u4(place));
      Set<String> members = new HashSet<>();
      at = in.u4(place + 24);
      if (at != 0) {
        long statics = number();
        long instance = number();
        long direct = number();
        long virtual = number();
        defined += statics + instance + direct + virtual;
        if (defined > fields.size() + methods.size()) {
          throw new MalformedException("classes claim more members than there are", at);
        }
        fields(statics, members);
        fields(instance, members);
        methods(name, direct, members);
        methods(name, virtual, members);
      }
      return new Shape(
          name,
          (int) in.u4(place + 4),
          above == 0xFFFF_FFFFL ? "" : names.descriptor(above),
          types(in.u4(place + 12)),
          members);
    }

    private void fields(long count, Set<String> into) throws IOException {
      long index = 0;
      for (long i = 0; i < count; i++) {
        index += number();
        number();
        into.add(member(fields, index).signature());
      }
    }

    private void methods(String owner, long count, Set<String> into) throws IOException {
      long index = 0;
      for (long i = 0; i < count; i++) {
        index += number();
        number();
        long code = number();
        into.add(member(methods, index).signature());
        boolean asks = !(wanted.isEmpty() && wantedFields.isEmpty());
        // the same code may be that of several methods
        if (code != 0 && asks && walked.add(code)) {
          CodeWalk.walk(in, code, new Told(owner));
        }
      }
    }

    private Member member(List<Member> all, long index) throws MalformedException {
      if (index >= all.size()) {
        throw new MalformedException("a class has a member that isn't there", at);
      }
      return all.get((int) index);
    }

    /** Takes what a class's code uses, as far as it was asked for. */
    private final class Told implements CodeWalk.Uses {
      private final String owner;

      Told(String owner) {
        this.owner = owner;
      }

      @Override
      public void call(int method, List<Long> texts) throws IOException {
        if (wanted.get(method)) {
          List<String> said = new ArrayList<>();
          for (long one : texts) {
            said.add(names.string(one));
          }
          uses.add(new Use(owner, methods.get(method), said));
        }
      }

      @Override
      public void field(int field) {
        if (wantedFields.get(field)) {
          uses.add(new Use(owner, fields.get(field), List.of()));
        }
      }
    }

    /** ULEB128: seven bits in each byte, the lowest first. */
    private long number() throws IOException {
      long value = 0;
      for (int shift = 0; shift < 35; shift += 7) {
        int b = in.u1(at++);
        value |= (long) (b & 0x7F) << shift;
        if ((b & 0x80) == 0) {
          return value;
        }
      }
      throw new MalformedException("a number is too long", at);
    }
  }
}
