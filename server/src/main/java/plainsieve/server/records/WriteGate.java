package plainsieve.server.records;

import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.ReentrantLock;
import org.apache.ibatis.executor.Executor;
import org.apache.ibatis.mapping.MappedStatement;
import org.apache.ibatis.plugin.Interceptor;
import org.apache.ibatis.plugin.Intercepts;
import org.apache.ibatis.plugin.Invocation;
import org.apache.ibatis.plugin.Signature;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Admits one writer of this server at a time, first come, first served: SQLite has a single writer,
 * and waiting here holds no connection, so that readers do not wait for writers.
 */
@Component
@Intercepts(
        @Signature(
                type = Executor.class,
                method = "update",
                args = {MappedStatement.class, Object.class}))
public class WriteGate implements Interceptor {
    /** Slightly longer than one writer waits for another process. */
    private static final long LONGEST_WAIT_MILLIS = RecordsConfiguration.LONGEST_LOCK_MILLIS + 1_000;

    private final ReentrantLock gate = new ReentrantLock(true);
    private final AtomicLong changes = new AtomicLong();

    /** Throws {@link RecordsFailure} after a timeout. */
    public void acquire() {
        try {
            if (!gate.tryLock(LONGEST_WAIT_MILLIS, TimeUnit.MILLISECONDS)) {
                throw RecordsFailure.busy();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw RecordsFailure.busy();
        }
    }

    /** Throws {@link RecordsFailure} when another writes. */
    public void enterIfFree() {
        if (!gate.tryLock()) {
            throw RecordsFailure.busy();
        }
    }

    public void release() {
        gate.unlock();
    }

    /** Says that others see another state of the records from now on. */
    void changed() {
        changes.incrementAndGet();
    }

    /** A counter incremented by every change except those of Sent. Data read before an increment may be outdated. */
    long changes() {
        return changes.get();
    }

    /** A write outside of a transaction passes the gate separately. */
    @Override
    public Object intercept(Invocation write) throws Throwable {
        if (TransactionSynchronizationManager.isActualTransactionActive()) {
            return write.proceed();
        }
        acquire();
        try {
            return write.proceed();
        } finally {
            changed();
            release();
        }
    }
}
