package plainsieve.server.records;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.lang.reflect.Method;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.apache.ibatis.executor.Executor;
import org.apache.ibatis.io.Resources;
import org.apache.ibatis.mapping.MappedStatement;
import org.apache.ibatis.plugin.Interceptor;
import org.apache.ibatis.plugin.Intercepts;
import org.apache.ibatis.plugin.Invocation;
import org.apache.ibatis.plugin.Signature;
import org.apache.ibatis.session.ResultHandler;
import org.apache.ibatis.session.RowBounds;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Caches frequently read records until they change: the database belongs to one server, and every
 * change passes the {@link WriteGate}. A transaction always reads its own changes.
 */
@Component
@Intercepts(
        @Signature(
                type = Executor.class,
                method = "query",
                args = {MappedStatement.class, Object.class, RowBounds.class, ResultHandler.class}))
class ReadCache implements Interceptor {
    /** Some megabytes at most. */
    private static final int MOST = 4_000;

    private final WriteGate gate;
    private final Map<String, Boolean> marked = new ConcurrentHashMap<>();
    /* Maintained by writers: waking another thread costs more. */
    private final Cache<StatementKey, CachedRows> found =
            Caffeine.newBuilder().executor(Runnable::run).maximumSize(MOST).build();

    ReadCache(WriteGate gate) {
        this.gate = gate;
    }

    private record StatementKey(String statement, Object parameter) {}

    /** @param changes the change counter before it was read */
    private record CachedRows(long changes, List<?> rows) {}

    @Override
    public Object intercept(Invocation read) throws Throwable {
        MappedStatement statement = (MappedStatement) read.getArgs()[0];
        boolean remembered = marked.computeIfAbsent(statement.getId(), ReadCache::isMarked);
        if (!remembered || TransactionSynchronizationManager.isActualTransactionActive()) {
            return read.proceed();
        }
        StatementKey asked = new StatementKey(statement.getId(), Objects.requireNonNullElse(read.getArgs()[1], ""));
        long changes = gate.changes();
        CachedRows known = found.getIfPresent(asked);
        if (known == null || known.changes() != changes) {
            known = new CachedRows(changes, List.copyOf((List<?>) read.proceed()));
            found.put(asked, known);
        }
        return known.rows();
    }

    /* The id of a statement is the name of its mapper and of its method. */
    private static boolean isMarked(String id) {
        int dot = id.lastIndexOf('.');
        try {
            Method[] methods = Resources.classForName(id.substring(0, dot)).getDeclaredMethods();
            return Stream.of(methods)
                    .anyMatch(method -> method.getName().equals(id.substring(dot + 1))
                            && method.isAnnotationPresent(CachedRead.class));
        } catch (ClassNotFoundException e) {
            throw new IllegalStateException("No mapper has " + id, e);
        }
    }
}
