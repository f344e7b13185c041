package zugabe.formats.classfile;

import java.util.Arrays;
import java.util.stream.Collectors;
import org.objectweb.asm.Type;

/** Members as a programmer writes them, from the descriptors of JVM Specification, section 4.3. */
public final class MemberText {
  private MemberText() {}

  /**
   * {@code int mean(java.lang.String)} for {@code mean(Ljava/lang/String;)I}, and {@code int low}
   * for {@code low I}.
   */
  public static String of(String member) {
    int open = member.indexOf('(');
    int space = member.indexOf(' ');
    try {
      if (open > 0) {
        Type type = Type.getMethodType(member.substring(open));
        String arguments =
            Arrays.stream(type.getArgumentTypes())
                .map(Type::getClassName)
                .collect(Collectors.joining(", ", "(", ")"));
        String name = member.substring(0, open);
        return name.equals("<init>")
            ? "constructor" + arguments
            : type.getReturnType().getClassName() + " " + name + arguments;
      }
      if (space > 0) {
        return Type.getType(member.substring(space + 1)).getClassName()
            + " "
            + member.substring(0, space);
      }
    } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
      // a class may say anything there
      return member;
    }
    return member;
  }
}
