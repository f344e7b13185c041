package example.quay;

import org.springframework.stereotype.Component;

/** Found by looking through the package; no code names it but through its type. */
@Component
public class Greeting {
  public String text() {
    return "quay";
  }
}
