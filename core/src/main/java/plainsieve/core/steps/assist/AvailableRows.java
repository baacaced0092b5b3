package plainsieve.core.steps.assist;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.federated.FederatedSteps;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.RowSource;
import plainsieve.core.steps.model.Step;

/** The tables and queries that steps can read. */
public final class AvailableRows {
    private final SchemaContext schema;
    private final Dialect dialect;
    private final List<NamedTable> tables;

    /** An offered table. @param note a description: "1,000,000 rows" */
    public record NamedTable(String name, String note) {}

    public AvailableRows(SchemaContext schema, Dialect dialect, List<NamedTable> tables) {
        this.schema = schema;
        this.dialect = dialect;
        this.tables = List.copyOf(tables);
    }

    List<NamedTable> tables() {
        return tables;
    }

    /** Offered queries; those of other sources last, with their source. */
    List<NamedTable> queries() {
        List<NamedTable> queries = new ArrayList<>();
        schema.queries().forEach(id -> queries.add(new NamedTable(id, "")));
        schema.queriesElsewhere().forEach((id, source) -> queries.add(new NamedTable(id, "rows from " + source)));
        return queries;
    }

    /** The columns of the other rows that a step speaks of; none where it speaks of none, or they are not known. */
    List<KnownColumn> theirs(Step step) {
        if (step instanceof Step.Join join) {
            return columns(join.rows());
        } else if (step instanceof Step.SemiJoin only) {
            return columns(only.rows());
        } else if (step instanceof Step.MembershipFilter among) {
            return columns(among.rows());
        }
        return List.of();
    }

    private List<KnownColumn> columns(RowSource rowSource) {
        if (rowSource instanceof RowSource.Table table) {
            return schema.columns(table.schema(), table.name()).orElse(List.of());
        } else if (rowSource instanceof RowSource.TypedTable typed) {
            return typed.columns().stream()
                    .map(name -> new KnownColumn(name, Optional.empty(), true))
                    .toList();
        } else if (rowSource instanceof RowSource.Query query) {
            return FederatedSteps.columns(query.name(), dialect, schema);
        }
        return List.of();
    }
}
