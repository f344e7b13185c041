package zugabe.formats.dex;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.MalformedException;

/** What byte code defines, calls and reads. */
public final class DexLinksTest {
  private static final String[] TEXTS = {"first", "second"};

  /** const-string v1, "first" */
  private static final int[] FIRST = {0x011a, 7};

  /** const-string v1, "second" */
  private static final int[] SECOND = {0x011a, 8};

  /** invoke-virtual {v0, v1}, LFiles;.open */
  private static final int[] CALL = {0x206e, 1, 0x0010};

  private static final int[] RETURN = {0x000e};

  private static int[] code(int[]... parts) {
    return java.util.Arrays.stream(parts).flatMapToInt(java.util.Arrays::stream).toArray();
  }

  private static DexLinks read(int[]... parts) throws Exception {
    return DexLinks.read(DexBytes.of(TEXTS, code(parts)).access(), m -> true);
  }

  private static List<String> texts(int[]... parts) throws Exception {
    return read(parts).uses().stream().flatMap(u -> u.texts().stream()).toList();
  }

  @Test
  public void classesAndMembersAreRead() throws Exception {
    DexLinks links = read(RETURN);
    DexLinks.Shape own = links.classes().get(0);
    assertThat(own.name()).isEqualTo("LOwn;");
    assertThat(own.above()).isEqualTo("LFiles;");
    assertThat(own.access()).isEqualTo(0x401);
    assertThat(own.members()).containsExactly("run()V");
    assertThat(links.members())
        .containsExactlyInAnyOrder(
            new DexLinks.Member("LOwn;", "run()V", true),
            new DexLinks.Member("LFiles;", "open(Ljava/lang/String;)V", true),
            new DexLinks.Member("LFiles;", "open:V", false));
    assertThat(links.types()).contains("LFiles;");
    assertThat(links.uses()).isEmpty();
  }

  @DataProvider
  public Object[][] kept() {
    return new Object[][] {
      {"nothing between", new int[0]},
      {"a nop", new int[] {0}},
      {"another register", new int[] {0x2012}},
      {"a wide number elsewhere", new int[] {0x0216, 5}},
      {"a field into another register", new int[] {0x2354, 0}},
      {"a static field into another register", new int[] {0x0262, 0}},
      {"another call", new int[] {0x106e, 0, 0x0000}},
      {"a result into another register", new int[] {0x000c}},
    };
  }

  @Test(dataProvider = "kept")
  public void textsAreKnownUntilSomethingElseComes(String what, int[] between) throws Exception {
    assertThat(texts(FIRST, between, CALL, RETURN)).as(what).containsExactly("first");
  }

  @DataProvider
  public Object[][] lost() {
    return new Object[][] {
      {"the register gets a number", new int[] {0x1112}},
      {"the register gets a field", new int[] {0x2154, 0}},
      {"the register is a wide number's second half", new int[] {0x0016, 5}},
      {"the register gets a result", new int[] {0x010c}},
      {"a jump", new int[] {0x0128}},
      {"a condition", new int[] {0x0038, 2}},
      {"a move", new int[] {0x2101}},
    };
  }

  @Test(dataProvider = "lost")
  public void textsAreForgottenWhereTheyMayNotBe(String what, int[] between) throws Exception {
    assertThat(texts(FIRST, between, CALL, RETURN)).as(what).isEmpty();
  }

  @Test
  public void theLastTextCounts() throws Exception {
    assertThat(texts(FIRST, SECOND, CALL, RETURN)).containsExactly("second");
    // a string whose number takes four bytes, and a range of registers
    int[] jumbo = {0x011b, 8, 0};
    int[] range = {0x0274, 1, 0};
    assertThat(texts(jumbo, range, RETURN)).containsExactly("second");
  }

  @Test
  public void fieldsAreToldOnceForEachClass() throws Exception {
    int[] reads = {0x0060, 0};
    List<DexLinks.Use> uses = read(reads, reads, RETURN).uses();
    assertThat(uses).hasSize(1);
    assertThat(uses.get(0).in()).isEqualTo("LOwn;");
    assertThat(uses.get(0).member().signature()).isEqualTo("open:V");
  }

  @Test
  public void onlyWhatIsAskedForIsTold() throws Exception {
    DexBytes dex = DexBytes.of(TEXTS, code(FIRST, CALL, new int[] {0x0060, 0}, RETURN));
    assertThat(DexLinks.read(dex.access(), m -> false).uses()).isEmpty();
    assertThat(DexLinks.read(dex.access(), DexLinks.Member::method).uses()).hasSize(1);
    assertThat(DexLinks.read(dex.access(), m -> !m.method()).uses()).hasSize(1);
  }

  /** Tables look like code: what lies in them is none. */
  @DataProvider
  public Object[][] tables() {
    return new Object[][] {
      {"of a switch over a range", new int[] {0x0100, 1, 0, 0, 0x206e, 1}},
      {"of a switch over numbers", new int[] {0x0200, 1, 0x206e, 1, 0x206e, 1}},
      {"of an array", new int[] {0x0300, 2, 2, 0, 0x206e, 1}},
      {"of an array of odd length", new int[] {0x0300, 1, 3, 0, 0x206e, 1}},
    };
  }

  @Test(dataProvider = "tables")
  public void tablesArePassedOver(String what, int[] table) throws Exception {
    assertThat(read(RETURN, table).uses()).as(what).isEmpty();
    assertThat(read(table, FIRST, CALL, RETURN).uses()).as(what).hasSize(1);
  }

  @DataProvider
  public Object[][] damages() {
    int[] whole = code(FIRST, CALL, RETURN);
    DexBytes good = DexBytes.of(TEXTS, whole);
    int code = good.codeItem;
    int data = good.classData;
    return new Object[][] {
      {"more code than there is", DexBytes.of(TEXTS, whole).put(code + 12, 0x7fffffff)},
      {"an instruction that is cut off", DexBytes.of(TEXTS, 0x206e)},
      {"a text that isn't there", DexBytes.of(TEXTS, code(new int[] {0x011a, 99}, CALL, RETURN))},
      {"more methods than have numbers", DexBytes.of(TEXTS, whole).putByte(data + 2, 0x7f)},
      {"a method that isn't there", DexBytes.of(TEXTS, whole).putByte(data + 4, 9)},
      {"more prototypes than can be", DexBytes.of(TEXTS, whole).put(72, 0x40000000)},
      {"classes outside of the file", DexBytes.of(TEXTS, whole).put(100, 0x7ffffff0)},
      {"a list that lies", DexBytes.of(TEXTS, whole).put(good.types, 0x7fffffff)},
    };
  }

  @Test(dataProvider = "damages")
  public void damageIsTold(String what, DexBytes dex) {
    assertThatThrownBy(() -> DexLinks.read(dex.access(), m -> true))
        .as(what)
        .isInstanceOf(MalformedException.class);
  }
}
