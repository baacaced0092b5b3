package plainsieve.server.sources;

import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.atomic.AtomicBoolean;
import org.springframework.stereotype.Component;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.records.definitions.SourceRow;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.runtime.settings.FederationSettings;
import plainsieve.server.runtime.settings.ShareSettings;
import plainsieve.server.runtime.settings.WebSettings;
import plainsieve.sources.PartSender;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.SourceLimits;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.TimeLimit;
import plainsieve.sources.federation.FederatedSource;
import plainsieve.sources.files.FolderSource;
import plainsieve.sources.jdbc.JdbcSource;
import plainsieve.sources.jdbc.vendor.DuckDbVendor;
import plainsieve.sources.web.AllowedHosts;
import plainsieve.sources.web.ODataSource;
import plainsieve.sources.web.WebLimits;
import plainsieve.sources.web.WebSource;

/** The open sources of the server. A source is reopened when its record changes. */
@Component
class SourceRegistry {
    private final SourceDefinitions kept;
    private final FileFence fence;
    private final FileCacheFolders files;
    private final WebSource.Reaching reaching;
    private final FederatedSource several;

    /* Each part waits in the queue of its source; a federated statement that waited here, too, could wait for itself. */
    private final FairQueue noLine = new FairQueue("several sources", SourceShares.all(Integer.MAX_VALUE));

    private final Map<String, Opened> open = new ConcurrentHashMap<>();
    private final ScheduledExecutorService clock = TimeLimit.clock();
    private final ShareSettings shares;
    private volatile boolean closed;

    /**
     * An open source.
     *
     * @param beside queue of short statements that pages need first: lists, previews and plans do not wait behind rows
     */
    record Opened(
            SourceRow row,
            Source source,
            SourceLimits limits,
            FairQueue rows,
            FairQueue beside,
            AtomicBoolean rejectionReported) {
        /** Whether that it rejects its user is reported now, once for each time it is opened. */
        boolean reportsRejection() {
            return rejectionReported.compareAndSet(false, true);
        }

        SourceHandle way(StatementCause purpose) {
            return new SourceHandle(source, limits, line(purpose));
        }

        /** The queue for a purpose. */
        private FairQueue line(StatementCause purpose) {
            return switch (purpose) {
                case LIST, PREVIEW, EVIDENCE -> beside;
                default -> rows;
            };
        }
    }

    /** How a statement is sent. */
    record SourceHandle(Source source, SourceLimits limits, FairQueue line) {}

    /** For a federated statement. @param asks sends each part */
    SourceHandle ofSeveral(PartSender asks) {
        return new SourceHandle(several.sourceOf(asks), SourceLimits.USUAL, noLine);
    }

    /** What the server's configuration says of sources. */
    @Component
    record Configured(WebSettings web, FederationSettings several, ShareSettings shares) {}

    SourceRegistry(SourceDefinitions kept, FileFence fence, FileCacheFolders files, Configured configured) {
        this.shares = configured.shares();
        this.several = new FederatedSource(
                files.engines(),
                files.ofSides(),
                new FederatedSource.Limits(configured.several().mostRows()),
                clock);
        this.reaching = new WebSource.Reaching(
                new AllowedHosts(configured.web().hosts(), configured.web().innerHosts()),
                new WebLimits(
                        configured.web().maxResponseSize().toBytes(),
                        configured.web().cacheTime()));
        this.files = files;
        this.kept = kept;
        this.fence = fence;
    }

    /**
     * Throws {@link plainsieve.server.definitions.model.NotFoundException} if there is no such source, and {@link SourceFailure} if its
     * settings are invalid.
     */
    Opened get(String id) {
        SourceRow row = kept.row(id);
        Opened opened = open.compute(id, (key, known) -> {
            if (known != null && sameAccess(known.row(), row)) {
                return known;
            }
            closeQuietly(known);
            return opened(row);
        });
        if (closed) {
            forget(id);
            throw new SourceFailure(
                    SourceFailure.Kind.UNREACHABLE,
                    "The server is shutting down.",
                    "Try again when it is running.",
                    new IllegalStateException("closed"));
        }
        return opened;
    }

    private Opened opened(SourceRow row) {
        SourceAccess access = kept.access(row);
        try {
            return new Opened(
                    row,
                    open(access),
                    access.limits(),
                    new FairQueue(row.id(), SourceShares.of(access.limits().concurrentStatements(), shares)),
                    new FairQueue(row.id(), SourceShares.all(SourceLimits.PLACES_BESIDE)),
                    new AtomicBoolean());
        } catch (ProblemException e) {
            Problem why = e.first();
            throw new SourceFailure(
                    SourceFailure.Kind.UNREACHABLE,
                    "“%s” is unavailable: %s".formatted(row.id(), why.message()),
                    why.advice(),
                    e);
        }
    }

    /**
     * An unsaved source, for a test. The caller closes it.
     *
     * @throws ProblemException if it must not be read
     */
    Source open(SourceAccess access) {
        SourceAccess inside = fence.inside(access);
        if (inside.settings() instanceof ServiceSettings.Web) {
            return new WebSource(inside, files.ofAnswers(), files.engines(), reaching, clock);
        }
        if (inside.settings() instanceof ServiceSettings.OData) {
            return new ODataSource(inside, files.ofAnswers(), files.engines(), reaching, clock);
        }
        if (inside.settings() instanceof SourceSettings.DuckDb database) {
            return new JdbcSource(inside, DuckDbVendor.restrictedTo(database, files.bounds(database)), clock);
        }
        return inside.settings() instanceof SourceSettings.Folder
                ? new FolderSource(inside, files.of(inside), files.engines(), clock)
                : new JdbcSource(inside, clock);
    }

    /** Callers with running or waiting row statements on a source; empty if it is not open. */
    List<FairQueue.Load> load(String id) {
        Opened opened = open.get(id);
        return opened == null ? List.of() : opened.rows().load();
    }

    /** The open source with its current settings; empty before first use and after removal. */
    Optional<Opened> current(String id) {
        return Optional.ofNullable(open.get(id)).filter(opened -> kept.find(id)
                .filter(row -> sameAccess(opened.row(), row))
                .isPresent());
    }

    /** Lets go of a source that was changed or removed. */
    void forget(String id) {
        closeQuietly(open.remove(id));
    }

    /* Its position among the sources is irrelevant for connecting. */
    private static boolean sameAccess(SourceRow one, SourceRow other) {
        return one.kind().equals(other.kind())
                && one.settings().equals(other.settings())
                && one.password().equals(other.password());
    }

    private static void closeQuietly(Opened opened) {
        if (opened != null) {
            opened.source().close();
        }
    }

    @PreDestroy
    void close() {
        // Sources opened from now on are closed by their openers; earlier ones are visible here.
        closed = true;
        several.close();
        open.values().forEach(SourceRegistry::closeQuietly);
        clock.shutdownNow();
    }
}
