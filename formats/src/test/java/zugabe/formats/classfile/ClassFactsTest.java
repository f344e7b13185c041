package zugabe.formats.classfile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.InputStream;
import java.util.Arrays;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.Opcodes;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public final class ClassFactsTest {
  private static final int PUBLIC_STATIC = Opcodes.ACC_PUBLIC | Opcodes.ACC_STATIC;

  private static byte[] classWith(int access, String name, String descriptor) {
    ClassWriter writer = new ClassWriter(0);
    writer.visit(Opcodes.V11, Opcodes.ACC_PUBLIC, "example/Main", null, "example/Base", null);
    writer.visitMethod(access | Opcodes.ACC_NATIVE, name, descriptor, null, null).visitEnd();
    writer.visitEnd();
    return writer.toByteArray();
  }

  @DataProvider
  public Object[][] mains() {
    return new Object[][] {
      {PUBLIC_STATIC, "main", "([Ljava/lang/String;)V", ClassFacts.Main.USABLE},
      {Opcodes.ACC_STATIC, "main", "([Ljava/lang/String;)V", ClassFacts.Main.NOT_PUBLIC},
      {Opcodes.ACC_PUBLIC, "main", "([Ljava/lang/String;)V", ClassFacts.Main.NOT_STATIC},
      {PUBLIC_STATIC, "main", "([Ljava/lang/String;)I", ClassFacts.Main.OTHER_SIGNATURE},
      {PUBLIC_STATIC, "main", "()V", ClassFacts.Main.OTHER_SIGNATURE},
      {PUBLIC_STATIC, "start", "([Ljava/lang/String;)V", ClassFacts.Main.ABSENT},
    };
  }

  @Test(dataProvider = "mains")
  public void mainMethodsAreJudged(
      int access, String name, String descriptor, ClassFacts.Main expected) throws Exception {
    ClassFacts facts = ClassFacts.decode(classWith(access, name, descriptor));
    assertThat(facts).isEqualTo(new ClassFacts("example.Main", 55, expected, "example.Base"));
    assertThat(ClassFacts.javaVersion(facts.major())).isEqualTo(11);
  }

  @Test
  public void damagedFilesGiveATypedError() throws Exception {
    byte[] good;
    try (InputStream in = ClassFactsTest.class.getResourceAsStream("ClassFactsTest.class")) {
      good = in.readAllBytes();
    }
    for (int cut = 0; cut < good.length; cut += 7) {
      decodeOrTypedError(Arrays.copyOf(good, cut));
    }
    for (int at = 0; at < good.length; at++) {
      byte[] flipped = good.clone();
      flipped[at] ^= (byte) (1 << (at % 8));
      decodeOrTypedError(flipped);
    }
  }

  private static void decodeOrTypedError(byte[] bytes) {
    try {
      assertThat(ClassFacts.decode(bytes)).isNotNull();
    } catch (UnreadableClassException e) {
      assertThat(e).hasMessageMatching("it .*|its .*");
    }
  }

  @Test
  public void aVersionFromTheFutureIsNamed() {
    byte[] future = classWith(PUBLIC_STATIC, "main", "([Ljava/lang/String;)V");
    future[7] = 120;
    assertThatThrownBy(() -> ClassFacts.decode(future))
        .isInstanceOf(UnreadableClassException.class)
        .hasMessageContaining("120");
  }
}
