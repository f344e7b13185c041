package zugabe.fuzz;

import java.io.IOException;
import java.util.List;

/**
 * Something that takes inputs from anywhere.
 *
 * @param name as it is asked for
 * @param seeds good inputs, which are spoilt
 * @param taker takes an input, or refuses it with an {@link IOException}; every other exception is
 *     a fault
 */
record Target(String name, List<byte[]> seeds, Taker taker) {
  interface Taker {
    void take(byte[] input) throws IOException;
  }
}
