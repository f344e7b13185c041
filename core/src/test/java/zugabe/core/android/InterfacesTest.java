package zugabe.core.android;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.net.JarURLConnection;
import java.net.URL;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.jar.JarEntry;
import java.util.jar.JarFile;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The table of what came to the platform when. */
public final class InterfacesTest {
  /**
   * Constructors that stand in the stubs because something must, and that the platform's own
   * classes have had since some later level only.
   */
  private static final int MADE_UP = 10;

  @DataProvider
  public Object[][] members() {
    return new Object[][] {
      {"Landroid/app/NotificationChannel;", "getId()Ljava/lang/String;", 26, 26},
      {"Landroid/content/Context;", "getColor(I)I", 23, 23},
      // hidden with 29, and there
      {"Landroid/view/WindowInsets;", "getInsets(I)Landroid/graphics/Insets;", 29, 29},
      {"Landroid/os/Build$VERSION;", "SDK_INT:I", 18, 18},
      {"Landroid/widget/TextView;", "setText(I)V", 18, 18},
      {"Ljava/time/Instant;", "now()Ljava/time/Instant;", 25, 26},
      {"Ljava/lang/String;", "isBlank()Z", 27, 33},
      {"Ljava/lang/String;", "length()I", 18, 18},
      {"Lexample/gannet/Nothing;", "at()V", 18, 18},
      {"[I", "clone()Ljava/lang/Object;", 18, 18},
    };
  }

  @Test(dataProvider = "members")
  public void membersCameWithTheirLevels(String owner, String signature, int from, int by) {
    assertThat(Interfaces.known().since(owner, signature)).isEqualTo(new Interfaces.Came(from, by));
  }

  /** The stubs of level 16 are another source: nothing in them is new. */
  @Test
  public void nothingOfAnEarlierLevelIsSaidToBeNewer() throws Exception {
    URL stub = InterfacesTest.class.getResource("/android/app/Activity.class");
    List<String> newer = new ArrayList<>();
    int[] looked = new int[1];
    try (JarFile jar = ((JarURLConnection) stub.openConnection()).getJarFile()) {
      for (JarEntry entry : Collections.list(jar.entries())) {
        if (entry.getName().endsWith(".class")) {
          try (InputStream in = jar.getInputStream(entry)) {
            new ClassReader(in.readAllBytes())
                .accept(new Members(newer, looked), ClassReader.SKIP_CODE);
          }
        }
      }
    }
    assertThat(looked[0]).isGreaterThan(25_000);
    assertThat(newer).allMatch(n -> n.endsWith(".<init>()V")).hasSizeLessThan(MADE_UP);
  }

  private static final class Members extends ClassVisitor {
    private final List<String> newer;
    private final int[] looked;
    private String owner = "";

    Members(List<String> newer, int[] looked) {
      super(Opcodes.ASM9);
      this.newer = newer;
      this.looked = looked;
    }

    @Override
    public void visit(
        int version, int access, String name, String signature, String above, String[] others) {
      owner = name;
    }

    private void member(int access, String signature) {
      boolean seen = (access & (Opcodes.ACC_PUBLIC | Opcodes.ACC_PROTECTED)) != 0;
      if (seen) {
        looked[0]++;
        if (Interfaces.known().since("L" + owner + ";", signature).from() > Interfaces.LOWEST) {
          newer.add(owner + "." + signature);
        }
      }
    }

    @Override
    public FieldVisitor visitField(
        int access, String name, String descriptor, String signature, Object value) {
      member(access, name + ":" + descriptor);
      return null;
    }

    @Override
    public MethodVisitor visitMethod(
        int access, String name, String descriptor, String signature, String[] exceptions) {
      member(access, name + descriptor);
      return null;
    }
  }
}
