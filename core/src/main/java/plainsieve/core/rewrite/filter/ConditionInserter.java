package plainsieve.core.rewrite.filter;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.rewrite.filter.FilterPlacement.Where;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.sql.lexer.Tokens;

/** Adds conditions to the WHERE or HAVING of a block, joined by AND to existing ones. */
record ConditionInserter(ParsedQuery query, Dialect dialect, Block block) {

    /** @param where the clause, WHERE or HAVING */
    List<TextEdit> edits(Where where, List<String> conditions) {
        Clause.Kind kind = where == Where.HAVING ? Clause.Kind.HAVING : Clause.Kind.WHERE;
        String joined = String.join(" and ", conditions);
        Optional<Clause> clause = block.clause(kind);
        if (clause.isPresent()) {
            return joined(clause.get(), joined);
        }
        String word = kind == Clause.Kind.HAVING ? "having " : "where ";
        return List.of(TextEdit.insert(tokens().end(lastBefore(kind)), lineBreak() + word + joined));
    }

    private Tokens tokens() {
        return query.tokens();
    }

    private List<TextEdit> joined(Clause clause, String conditions) {
        Span body = clause.body();
        List<TextEdit> edits = new ArrayList<>(3);
        boolean bindsLess = ConditionText.needsBrackets(tokens(), query.brackets(), body, dialect);
        if (bindsLess) {
            edits.add(TextEdit.insert(tokens().start(body.from()), "("));
            edits.add(TextEdit.insert(tokens().end(body.to() - 1), ")"));
        }
        edits.add(TextEdit.insert(tokens().end(body.to() - 1), " and " + conditions));
        return edits;
    }

    /** The last token of the clauses before this one. */
    private int lastBefore(Clause.Kind kind) {
        return block.clauses().stream()
                        .filter(clause -> switch (clause.kind()) {
                            case SELECT, FROM -> true;
                            case WHERE, GROUP_BY -> kind == Clause.Kind.HAVING;
                            default -> false;
                        })
                        .mapToInt(clause -> clause.body().to())
                        .max()
                        .orElseThrow()
                - 1;
    }

    /** A new clause is written below FROM if FROM begins a line. */
    private String lineBreak() {
        Optional<Clause> clause = block.clause(Clause.Kind.FROM);
        if (clause.isEmpty()) {
            return " ";
        }
        int from = tokens().start(clause.get().keyword());
        int lineStart = tokens().text().lastIndexOf('\n', from) + 1;
        String before = tokens().text().substring(lineStart, from);
        return lineStart > 0 && before.isBlank() ? "\n" + before : " ";
    }
}
