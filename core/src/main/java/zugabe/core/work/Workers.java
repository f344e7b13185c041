package zugabe.core.work;

import java.io.Closeable;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.FutureTask;
import java.util.concurrent.PriorityBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;

/**
 * A fixed number of threads. Results come in the order asked for, so nothing depends on how many
 * there are.
 */
public final class Workers implements Closeable {
  /** Handing over tens of thousands of small inputs one by one would cost more than the work. */
  private static final int MAX_AT_ONCE = 64;

  /** Parts for each thread, so that one with long work in it doesn't keep the others waiting. */
  private static final int PARTS = 16;

  private static final int FIRST_CAPACITY = 64;

  /** Turns from here on come behind all others. */
  private static final long LATER = Long.MAX_VALUE / 2;

  private final int jobs;
  private final ExecutorService pool;
  private final AtomicLong given = new AtomicLong();

  /** Work that can fail for the world's reasons. */
  public interface Step<S, T> {
    T run(S input) throws IOException;
  }

  private Workers(int jobs) {
    this.jobs = jobs;
    this.pool =
        new ThreadPoolExecutor(
            jobs,
            jobs,
            0,
            TimeUnit.SECONDS,
            new PriorityBlockingQueue<>(
                FIRST_CAPACITY, Comparator.comparingLong(r -> ((Task<?>) r).turn)),
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
    return give(new Task<>(work, given.getAndIncrement()));
  }

  /**
   * Work for when there is no other: threads take it up once nothing is left that somebody waits
   * for.
   */
  public <T> Later<T> later(Callable<T> work) {
    return new Later<>(give(new Task<>(work, LATER + given.getAndIncrement())));
  }

  private <T> Task<T> give(Task<T> task) {
    pool.execute(task);
    return task;
  }

  /** Taken up in its turn. */
  private static final class Task<T> extends FutureTask<T> {
    private final long turn;

    Task(Callable<T> work, long turn) {
      super(work);
      this.turn = turn;
    }
  }

  /** What is done when there is time for it. */
  public static final class Later<T> {
    private final Task<T> task;

    private Later(Task<T> task) {
      this.task = task;
    }

    /**
     * Its result. If it isn't begun yet, the caller does it himself: all workers may be waiting for
     * it, too.
     */
    public T take() throws IOException {
      task.run();
      return Workers.take(task);
    }

    /** Nobody wants it if it isn't done yet. */
    public void cancel() {
      task.cancel(false);
    }
  }

  /** Runs the task on each input. */
  public <S, T> List<T> map(List<S> inputs, Step<S, T> step) throws IOException {
    return start(inputs, step).take();
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
  public <S, T> Started<T> start(List<S> inputs, Step<S, T> step) {
    int size = Math.max(1, Math.min(MAX_AT_ONCE, inputs.size() / (jobs * PARTS)));
    List<Future<List<T>>> futures = new ArrayList<>();
    for (int from = 0; from < inputs.size(); from += size) {
      List<S> part = inputs.subList(from, Math.min(inputs.size(), from + size));
      futures.add(submit(() -> run(part, step)));
    }
    return new Started<>(futures);
  }

  private static <S, T> List<T> run(List<S> inputs, Step<S, T> step) throws IOException {
    List<T> results = new ArrayList<>(inputs.size());
    for (S input : inputs) {
      results.add(step.run(input));
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
