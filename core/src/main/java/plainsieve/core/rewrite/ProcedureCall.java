package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.edit.EditedText;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.rewrite.rule.BindValueRule;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.lexer.Lexer;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;

/**
 * A call of a procedure, {@code call month_of_crossings(:month)}, to be run on its own. No filter, total or limit can be
 * added, so it cannot be used in a report; the row limit only ends the fetching. Whether it is read-only is for
 * the database to decide, on a read-only connection.
 */
public final class ProcedureCall {
    private final SourceText sourceText;
    private final List<ParameterPlace> places;

    private ProcedureCall(SourceText sourceText, List<ParameterPlace> places) {
        this.sourceText = sourceText;
        this.places = List.copyOf(places);
    }

    /** The call that a text consists of; empty for other texts or several calls. */
    public static Optional<ProcedureCall> of(String text, Dialect dialect) {
        Tokens tokens = Lexer.scan(text, dialect.syntax()).tokens();
        int open = 1;
        while (open < tokens.size() && !tokens.isBracket(open, '(')) {
            open++;
        }
        int last = tokens.is(tokens.size() - 1, TokenKind.SEMICOLON) ? tokens.size() - 2 : tokens.size() - 1;
        boolean whole =
                tokens.isWord(0, "call") && open > 1 && tokens.isBracket(last, ')') && isOneCall(tokens, open, last);
        if (!whole) {
            return Optional.empty();
        }
        List<ParameterPlace> places = new ArrayList<>();
        for (int i = open; i < last; i++) {
            if (tokens.is(i, TokenKind.PARAMETER)) {
                places.add(new ParameterPlace(i, tokens.parameterName(i), Clause.Kind.SELECT, Optional.empty()));
            }
        }
        return Optional.of(new ProcedureCall(new SourceText(tokens, dialect), places));
    }

    private static boolean isOneCall(Tokens tokens, int open, int last) {
        int depth = 0;
        for (int i = open; i < last; i++) {
            depth += tokens.is(i, TokenKind.OPEN) ? 1 : tokens.is(i, TokenKind.CLOSE) ? -1 : 0;
            if (depth == 0 || tokens.is(i, TokenKind.SEMICOLON)) {
                return false;
            }
        }
        return true;
    }

    public Set<String> parameterNames() {
        Set<String> names = new LinkedHashSet<>();
        places.forEach(place -> names.add(place.name()));
        return names;
    }

    /** The call with its values bound. Throws {@link plainsieve.core.value.ProblemException} for values that cannot be arguments. */
    public Statement statement(Choices choices, long cap) {
        Tokens tokens = sourceText.tokens();
        EditedText edited = EditedText.of(
                tokens.text(),
                places.stream()
                        .map(place -> BindValueRule.apply(place, choices, sourceText))
                        .toList());
        List<Placement> placements = new ArrayList<>();
        for (ParameterPlace place : places) {
            int start = tokens.start(place.token());
            int end = tokens.end(place.token());
            placements.add(new Placement(
                    place.name(),
                    Placement.Outcome.BOUND,
                    1,
                    start,
                    end,
                    start,
                    end,
                    edited.newStart(start),
                    edited.newEnd(end)));
        }
        return new Statement(edited.text(), edited.values(), placements, cap);
    }
}
