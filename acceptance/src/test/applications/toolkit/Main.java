package example.toolkit;

import java.io.File;
import javafx.application.Application;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.stage.Stage;

/** An application class of a windowing toolkit. */
public class Main extends Application {
  @Override
  public void start(Stage stage) {
    stage.show();
  }

  public static void main(String[] args) {
    // the toolkit's own loader takes a native library of this platform out of its jar
    File cache = new File(System.getProperty("java.io.tmpdir"), "toolkit-" + ProcessHandle.current().pid());
    System.setProperty("javafx.cachedir", cache.toString());
    com.sun.glass.utils.NativeLibLoader.loadLibrary("prism_sw");
    for (File file : cache.listFiles()) {
      file.delete();
    }
    cache.delete();
    SimpleIntegerProperty height = new SimpleIntegerProperty(6);
    height.set(height.get() + 1);
    System.out.println("ready " + height.get());
  }
}
