package example.real.parts;

import org.springframework.stereotype.Component;

/** Found by looking through a package. */
@Component
public class Buoy {}
