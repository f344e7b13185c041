package zugabe.formats.classfile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What classes have to do with servers. */
public final class ServletFactsTest {
  private static ClassWriter writer(String superName) {
    ClassWriter writer = new ClassWriter(0);
    writer.visit(Opcodes.V17, Opcodes.ACC_PUBLIC, "example/tern/Tide", null, superName, null);
    return writer;
  }

  private static ServletFacts facts(ClassWriter writer) throws UnreadableClassException {
    writer.visitEnd();
    byte[] bytes = writer.toByteArray();
    ServletFacts facts = ServletFacts.decode(bytes);
    assertThat(ServletFacts.mayConcern(bytes)).isEqualTo(!facts.namespaces().isEmpty());
    return facts;
  }

  @DataProvider
  public Object[][] namespaces() {
    return new Object[][] {{"javax"}, {"jakarta"}};
  }

  @Test(dataProvider = "namespaces")
  public void annotationsRegister(String namespace) throws Exception {
    ClassWriter writer = writer(namespace + "/servlet/http/HttpServlet");
    AnnotationVisitor servlet =
        writer.visitAnnotation("L" + namespace + "/servlet/annotation/WebServlet;", true);
    servlet.visit("name", "tide");
    AnnotationVisitor patterns = servlet.visitArray("urlPatterns");
    patterns.visit(null, "/tide");
    patterns.visit(null, "/tides/*");
    patterns.visitEnd();
    servlet.visitArray("initParams").visitEnd();
    servlet.visit("loadOnStartup", 1);
    servlet.visitEnd();
    ServletFacts facts = facts(writer);
    assertThat(facts.name()).isEqualTo("example.tern.Tide");
    assertThat(facts.namespaces()).containsExactly(namespace);
    assertThat(facts.registers()).containsExactly("servlet");
    assertThat(facts.servletName()).contains("tide");
    assertThat(facts.patterns()).containsExactly("/tide", "/tides/*");
  }

  @DataProvider
  public Object[][] others() {
    return new Object[][] {
      {"Ljakarta/servlet/annotation/WebFilter;", "filter"},
      {"Ljavax/servlet/annotation/WebListener;", "listener"},
      {"Ljakarta/websocket/server/ServerEndpoint;", "endpoint"},
    };
  }

  @Test(dataProvider = "others")
  public void filtersListenersAndEndpointsRegisterToo(String annotation, String what)
      throws Exception {
    ClassWriter writer = writer("java/lang/Object");
    AnnotationVisitor visitor = writer.visitAnnotation(annotation, true);
    visitor.visit("value", "/x");
    visitor.visitEnd();
    assertThat(facts(writer).registers()).containsExactly(what);
  }

  @Test
  public void aReferenceDeepInAMethodCounts() throws Exception {
    ClassWriter writer = writer("java/lang/Object");
    writer.visitField(Opcodes.ACC_STATIC, "long", "J", null, 77_000_000_000L).visitEnd();
    MethodVisitor method = writer.visitMethod(Opcodes.ACC_STATIC, "m", "()V", null, null);
    method.visitCode();
    method.visitTypeInsn(Opcodes.NEW, "javax/servlet/http/Cookie");
    method.visitInsn(Opcodes.POP);
    method.visitInsn(Opcodes.RETURN);
    method.visitMaxs(1, 0);
    method.visitEnd();
    ServletFacts facts = facts(writer);
    assertThat(facts.namespaces()).containsExactly("javax");
    assertThat(facts.registers()).isEmpty();
  }

  @Test
  public void otherClassesHaveNothingToDoWithIt() throws Exception {
    ServletFacts facts = facts(writer("java/lang/Object"));
    assertThat(facts.namespaces()).isEmpty();
    assertThat(facts.patterns()).isEmpty();
    assertThat(facts.servletName()).isEmpty();
  }

  @Test
  public void damageIsATypedError() {
    ClassWriter writer = writer("jakarta/servlet/http/HttpServlet");
    writer.visitEnd();
    byte[] good = writer.toByteArray();
    for (int end = 0; end < good.length; end += 3) {
      byte[] cut = Arrays.copyOf(good, end);
      assertThatThrownBy(() -> ServletFacts.decode(cut))
          .isInstanceOf(UnreadableClassException.class);
    }
  }
}
