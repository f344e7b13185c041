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
    List<Future<T>> futures = new ArrayList<>(inputs.size());
    inputs.forEach(input -> futures.add(pool.submit(() -> task.run(input))));
    List<T> results = new ArrayList<>(inputs.size());
    try {
      for (Future<T> future : futures) {
        results.add(take(future));
      }
    } finally {
      futures.forEach(f -> f.cancel(false));
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
