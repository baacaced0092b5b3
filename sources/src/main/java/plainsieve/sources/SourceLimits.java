package plainsieve.sources;

import java.time.Duration;
import java.util.Collections;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * The limits of a source, additionally permitted functions, and whether it is queried without a command. Validated on
 * construction.
 *
 * @param concurrentStatements maximum number of concurrent statements; others wait
 * @param timeoutSeconds statement timeout; 0: the server's default
 * @param functions names of additionally permitted functions, which the database cannot prove to be read-only; sorted
 * @param runOnOpening whether the bench runs a query when it is opened
 */
public record SourceLimits(int concurrentStatements, int timeoutSeconds, Set<String> functions, boolean runOnOpening) {
    /** The limits of a source without settings. */
    public static final SourceLimits USUAL = new SourceLimits(8, 0, Set.of(), true);

    /** Additional concurrent short statements: lists, previews and plans. */
    public static final int PLACES_BESIDE = 3;

    private static final int MOST_PLACES = 200;
    private static final int MOST_SECONDS = 24 * 60 * 60;
    private static final int MOST_FUNCTIONS = 200;
    private static final String FUNCTION = "[\\p{L}_][\\p{L}\\p{N}_$]*(\\.[\\p{L}_][\\p{L}\\p{N}_$]*)?";

    public SourceLimits {
        require(
                concurrentStatements >= 1 && concurrentStatements <= MOST_PLACES,
                "A source cannot have %,d concurrent statements.",
                concurrentStatements,
                MOST_PLACES);
        require(
                timeoutSeconds >= 0 && timeoutSeconds <= MOST_SECONDS,
                "A statement timeout cannot be %,d seconds.",
                timeoutSeconds,
                MOST_SECONDS);
        functions = functions.stream()
                .map(function -> function.strip().toLowerCase(Locale.ROOT))
                .collect(Collectors.collectingAndThen(
                        Collectors.toCollection(TreeSet::new), Collections::unmodifiableSet));
        require(
                functions.size() <= MOST_FUNCTIONS,
                "A source cannot name %,d functions.",
                functions.size(),
                MOST_FUNCTIONS);
        functions.stream().filter(name -> !name.matches(FUNCTION)).findFirst().ifPresent(name -> {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_SOURCE,
                    "“%s” is not the name of a function.".formatted(name),
                    "Write names such as harbour.tide."));
        });
    }

    /** The same for a number of statements and of seconds. */
    public SourceLimits(int places, int seconds) {
        this(places, seconds, Set.of(), true);
    }

    /** The same with functions that its statements may call. */
    public SourceLimits allowing(String... names) {
        return new SourceLimits(concurrentStatements, timeoutSeconds, Set.of(names), runOnOpening);
    }

    /** The statement timeout: the shorter of both. */
    public Duration longest(Duration ofServer) {
        Duration mine = Duration.ofSeconds(timeoutSeconds);
        return timeoutSeconds > 0 && mine.compareTo(ofServer) < 0 ? mine : ofServer;
    }

    private static void require(boolean holds, String message, int given, int most) {
        if (!holds) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_SOURCE, message.formatted(given), "Write a number up to %,d.".formatted(most)));
        }
    }
}
