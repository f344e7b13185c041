package zugabe.acceptance;

import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;

/** Tests that each begin with the application that counts boats. */
abstract class PhoneWorkspace {
  protected Workspace w;

  @BeforeMethod
  public void make() throws Exception {
    w = Phones.workspace("");
  }

  @AfterMethod(alwaysRun = true)
  public void remove() throws Exception {
    w.close();
  }

  /** What a check finds, on one line. */
  protected String check() throws Exception {
    return w.program().zugabe("check").err().replaceAll("\\s+", " ");
  }
}
