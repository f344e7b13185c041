package example.toolkit;

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
    SimpleIntegerProperty height = new SimpleIntegerProperty(6);
    height.set(height.get() + 1);
    System.out.println("ready " + height.get() + " " + Main.class.getResource("/libglass.so").getPath().endsWith("/libglass.so"));
  }
}
