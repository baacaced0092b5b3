package plainsieve.server.runs;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.rewrite.Choices;
import plainsieve.core.rewrite.Statement;
import plainsieve.core.rewrite.Wanted;
import plainsieve.server.Settings;
import plainsieve.server.project.ListedValue;
import plainsieve.server.project.Queries;
import plainsieve.server.records.QueryRow;
import plainsieve.server.records.SentRow;
import plainsieve.sources.Answer;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;

/** Asks a source for the values of a list. A list is a query of its own, so choosing from it never narrows it. */
@Service
class ListQueries {
    private static final long MOST_VALUES = 10_000;

    private final Queries queries;
    private final SourceRegistry sources;
    private final SentLog log;
    private final Settings settings;

    ListQueries(Queries queries, SourceRegistry sources, SentLog log, Settings settings) {
        this.queries = queries;
        this.sources = sources;
        this.log = log;
        this.settings = settings;
    }

    ValueLists.ValueList run(QueryRow query) {
        Statement statement = queries.prepare(query, query.liveText())
                .rewrite(new Choices(Map.of(), Map.of()), Wanted.allRows(), MOST_VALUES);
        RunOrder order = new RunOrder(
                UUID.randomUUID().toString(),
                query,
                query.liveText(),
                java.util.Set.of(),
                Map.of(),
                "",
                Wanted.allRows(),
                List.of(),
                RunOrder.Purpose.LIST,
                MOST_VALUES);
        SentRow sent = log.begin(order, statement);
        Values values = new Values();
        try {
            Answer answer = sources.get(query.sourceId())
                    .run(statement, new RunLimits(settings.longestRun()), new Cancellation(), values);
            log.done(sent, answer);
            return new ValueLists.ValueList(List.copyOf(values.found), !answer.more());
        } catch (RuntimeException e) {
            log.failed(sent, "failed", e.getMessage(), 0);
            throw e;
        }
    }

    /** The first column has the values, the second, if any, the labels; rows without a value are no choice. */
    private static final class Values implements RowReceiver {
        private final List<ListedValue> found = new ArrayList<>();

        @Override
        public void columns(List<Column> columns) {
            // Names and types of a list's columns do not matter.
        }

        @Override
        public void row(Object[] row) {
            if (row[0] != null) {
                String value = row[0].toString();
                found.add(new ListedValue(value, row.length > 1 && row[1] != null ? row[1].toString() : value));
            }
        }
    }
}
