package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Lexer;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.steps.compile.block.EvaluationLevel;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.model.RowSource;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.steps.parse.StepReferences;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;

/** A query whose parameters are columns of the joined rows. */
final class ParameterizedQuery {
    private final CompileContext context;
    private final SelectBlock ours;

    ParameterizedQuery(CompileContext context, SelectBlock ours) {
        this.context = context;
        this.ours = ours;
    }

    /** The argument of each named parameter; other parameters keep their choices. */
    Map<String, SqlExpression> arguments(RowSource.Query query, String text) {
        Map<String, SqlExpression> arguments = new LinkedHashMap<>();
        Set<String> known = parameters(text);
        for (RowSource.Argument argument : query.arguments()) {
            if (!known.contains(argument.parameter())) {
                throw unknown(query, argument, known);
            }
            SqlExpression value = new ExpressionSql(context, ours).of(argument.value());
            refuseOfOtherKind(query, argument, value);
            arguments.put(argument.parameter(), value.on(EvaluationLevel.CONSTANT));
        }
        return arguments;
    }

    /** Numbers are compatible with numbers, and dates with timestamps; unknown types are left to the database. */
    private void refuseOfOtherKind(RowSource.Query query, RowSource.Argument argument, SqlExpression value) {
        Optional<Type> wanted = context.around().parameter(argument.parameter());
        if (wanted.isPresent()
                && value.type().isPresent()
                && !wanted.get().comparesWith(value.type().get())) {
            throw context.wrong(
                    ProblemKind.INVALID_STEP,
                    argument.value().at(),
                    "Query “%s” takes a %s for :%s, and this is a %s."
                            .formatted(
                                    query.name(),
                                    wanted.get().inWords(),
                                    argument.parameter(),
                                    value.type().get().inWords()),
                    "Give it one, such as %s.".formatted(wanted.get().example()));
        }
    }

    private ProblemException unknown(RowSource.Query query, RowSource.Argument argument, Set<String> known) {
        return context.wrong(
                ProblemKind.INVALID_STEP,
                argument.at(),
                "Query “%s” has no parameter :%s.".formatted(query.name(), argument.parameter()),
                NearestName.of(argument.parameter(), known)
                        .map("Did you mean :%s?"::formatted)
                        .orElse(known.isEmpty() ? "It has none." : "It has :" + String.join(", :", known) + "."));
    }

    private Set<String> parameters(String text) {
        if (StepLines.isSteps(text)) {
            return StepReferences.parameters(text);
        }
        Tokens tokens = Lexer.scan(text, context.dialect().syntax()).tokens();
        Set<String> names = new LinkedHashSet<>();
        for (int i = 0; i < tokens.size(); i++) {
            if (tokens.is(i, TokenKind.PARAMETER)) {
                names.add(tokens.parameterName(i));
            }
        }
        return names;
    }

    /** Every word of SQL, in lower case. */
    static Set<String> words(String sql, CompileContext context) {
        Tokens tokens = Lexer.scan(sql, context.dialect().syntax()).tokens();
        Set<String> words = new LinkedHashSet<>();
        for (int i = 0; i < tokens.size(); i++) {
            words.add(Identifiers.bare(tokens.written(i)).toLowerCase(Locale.ROOT));
        }
        return words;
    }

    /** SQL with its parameters replaced by arguments. */
    static SqlFragment filledIn(String sql, CompileContext context) {
        Tokens tokens = Lexer.scan(sql, context.dialect().syntax()).tokens();
        List<SqlFragment> parts = new ArrayList<>();
        int from = 0;
        for (int i = 0; i < tokens.size(); i++) {
            SqlExpression argument =
                    tokens.is(i, TokenKind.PARAMETER) ? context.arguments().get(tokens.parameterName(i)) : null;
            if (argument != null) {
                parts.add(SqlFragment.of(sql.substring(from, tokens.start(i)), context.origin()));
                parts.add(argument.at(SqlExpression.Binding.SINGLE, context.origin()));
                from = tokens.end(i);
            }
        }
        parts.add(SqlFragment.of(sql.substring(from), context.origin()));
        return SqlFragment.joined(parts, "", context.origin());
    }
}
