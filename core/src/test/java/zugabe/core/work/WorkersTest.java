package zugabe.core.work;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.FileNotFoundException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Work on several threads, in groups. */
public final class WorkersTest {
  @DataProvider
  public Object[][] sizes() {
    return new Object[][] {
      {0, 1}, {1, 1}, {1, 4}, {15, 2}, {31, 2}, {64, 1}, {1000, 3}, {10_000, 2}, {10_001, 5}
    };
  }

  @Test(dataProvider = "sizes")
  public void resultsStandInTheOrderOfTheInputs(int count, int jobs) throws IOException {
    List<Integer> inputs = IntStream.range(0, count).boxed().toList();
    AtomicInteger runs = new AtomicInteger();
    try (Workers workers = Workers.of(jobs)) {
      List<String> results =
          workers.map(
              inputs,
              i -> {
                runs.incrementAndGet();
                return "n" + i;
              });
      assertThat(results).hasSize(count);
      assertThat(results).isEqualTo(inputs.stream().map(i -> "n" + i).toList());
    }
    assertThat(runs).hasValue(count);
  }

  @Test
  public void whatATaskThrowsComesOutAsItWas() throws IOException {
    List<Integer> inputs = IntStream.range(0, 500).boxed().toList();
    try (Workers workers = Workers.of(2)) {
      assertThatThrownBy(
              () ->
                  workers.map(
                      inputs,
                      i -> {
                        if (i == 333) {
                          throw new FileNotFoundException("tide.csv");
                        }
                        return i;
                      }))
          .isInstanceOf(FileNotFoundException.class)
          .hasMessage("tide.csv");
      assertThatThrownBy(
              () ->
                  workers.map(
                      inputs,
                      i -> {
                        throw new IllegalStateException("bug " + i);
                      }))
          .isInstanceOf(IllegalStateException.class)
          .hasMessageStartingWith("bug ");
      // they go on
      assertThat(workers.map(List.of(1, 2), i -> -i)).containsExactly(-1, -2);
    }
  }

  /** What can wait is done behind what was asked for after it. */
  @Test
  public void whatCanWaitWaits() throws Exception {
    List<String> done = Collections.synchronizedList(new ArrayList<>());
    CountDownLatch gate = new CountDownLatch(1);
    try (Workers workers = Workers.of(1)) {
      Future<Boolean> holding =
          workers.submit(
              () -> {
                gate.await();
                return true;
              });
      List<Workers.Later<Boolean>> later = new ArrayList<>();
      for (String name : List.of("late 1", "late 2")) {
        later.add(workers.later(() -> done.add(name)));
      }
      Future<Boolean> soon = workers.submit(() -> done.add("soon"));
      gate.countDown();
      assertThat(Workers.take(holding)).isTrue();
      assertThat(Workers.take(soon)).isTrue();
      for (Workers.Later<Boolean> one : later) {
        assertThat(one.take()).isTrue();
      }
    }
    assertThat(done).containsExactly("soon", "late 1", "late 2");
  }

  /** Else all workers might wait for what stands behind themselves. */
  @Test
  public void whoNeedsWhatWaitsDoesIt() throws Exception {
    AtomicInteger runs = new AtomicInteger();
    try (Workers workers = Workers.of(1)) {
      int result =
          Workers.take(
              workers.submit(
                  () -> {
                    Workers.Later<Integer> later = workers.later(runs::incrementAndGet);
                    return later.take();
                  }));
      assertThat(result).isEqualTo(1);
    }
    assertThat(runs).hasValue(1);
  }
}
