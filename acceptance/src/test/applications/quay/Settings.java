package example.quay;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
public class Settings {
  @Bean
  public String greeting() {
    return "quay";
  }
}
