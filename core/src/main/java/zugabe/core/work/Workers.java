package zugabe.core.work;

import java.io.Closeable;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/**
 * A fixed number of threads. Results come in the order asked for, so nothing depends on how many
 * there are.
 */
public final class Workers implements Closeable {
  /** Handing over tens of thousands of small inputs one by one would cost more than the work. */
  private static final int MAX_AT_ONCE = 64;

  /** Parts for each thread, so that one with long work in it doesn't keep the others waiting. */
  private static final int PARTS = 16;

  private final int jobs;
  private final ExecutorService pool;

  /** Work that can fail for the world's reasons. */
  public interface Task<S, T> {
    T run(S input) throws IOException;
  }

  private Workers(int jobs) {
    this.jobs = jobs;
    this.pool =
        Executors.newFixedThreadPool(
            jobs,
            work -> {
              Thread thread = new Thread(work, "zugabe-worker");
              thread.setDaemon(true);
              return thread;
            });
  }

  /** This many threads, 1 and more. */
  public static Workers of(int jobs) {
    return new Workers(jobs);
  }

  public int jobs() {
    return jobs;
  }

  public <T> Future<T> submit(Callable<T> work) {
    return pool.submit(work);
  }

  /** Runs the task on each input. */
  public <S, T> List<T> map(List<S> inputs, Task<S, T> task) throws IOException {
    return start(inputs, task).take();
  }

  /**
   * Work that goes on while whoever wanted it does something else.
   *
   * @param parts of it, in their order
   */
  public record Started<T>(List<Future<List<T>>> parts) {
    /** All results, in the order of the inputs. */
    public List<T> take() throws IOException {
      List<T> results = new ArrayList<>();
      try {
        for (Future<List<T>> part : parts) {
          results.addAll(Workers.take(part));
        }
      } finally {
        cancel();
      }
      return results;
    }

    /** Nobody wants what isn't done yet. */
    public void cancel() {
      parts.forEach(f -> f.cancel(false));
    }
  }

  /** Starts the task on each input. */
  public <S, T> Started<T> start(List<S> inputs, Task<S, T> task) {
    int size = Math.max(1, Math.min(MAX_AT_ONCE, inputs.size() / (jobs * PARTS)));
    List<Future<List<T>>> futures = new ArrayList<>();
    for (int from = 0; from < inputs.size(); from += size) {
      List<S> part = inputs.subList(from, Math.min(inputs.size(), from + size));
      futures.add(pool.submit(() -> run(part, task)));
    }
    return new Started<>(futures);
  }

  private static <S, T> List<T> run(List<S> inputs, Task<S, T> task) throws IOException {
    List<T> results = new ArrayList<>(inputs.size());
    for (S input : inputs) {
      results.add(task.run(input));
    }
    return results;
  }

  /** Waits for a result; a task's own exception comes out as it was thrown. */
  public static <T> T take(Future<T> future) throws IOException {
    try {
      return future.get();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new InterruptedIOException("interrupted");
    } catch (ExecutionException e) {
      if (e.getCause() instanceof IOException io) {
        throw io;
      }
      if (e.getCause() instanceof RuntimeException bug) {
        throw bug;
      }
      if (e.getCause() instanceof Error error) {
        throw error;
      }
      throw new IllegalStateException(e.getCause());
    }
  }

  @Override
  public void close() {
    pool.shutdownNow();
  }
}
