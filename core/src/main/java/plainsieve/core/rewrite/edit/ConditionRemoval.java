package plainsieve.core.rewrite.edit;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

/**
 * Computes the characters to remove when conditions are omitted, with their AND, OR, NOT and brackets. A comment at the end of a
 * removed line is removed with it.
 */
public final class ConditionRemoval {
    private final SourceText sourceText;
    private final Tokens tokens;
    private final Set<Condition.Leaf> leftOut;
    private final List<Edit> edits = new ArrayList<>();

    private ConditionRemoval(SourceText sourceText, Set<Condition.Leaf> leftOut) {
        this.sourceText = sourceText;
        this.tokens = sourceText.tokens();
        this.leftOut = leftOut;
    }

    public static List<Edit> of(SourceText sourceText, List<Clause> conditionClauses, Set<Condition.Leaf> leftOut) {
        ConditionRemoval conditionRemoval = new ConditionRemoval(sourceText, leftOut);
        if (leftOut.isEmpty()) {
            return conditionRemoval.edits;
        }
        conditionClauses.forEach(conditionRemoval::clause);
        return conditionRemoval.edits;
    }

    private void clause(Clause clause) {
        Condition condition = clause.condition().orElseThrow();
        if (!isGone(condition)) {
            inside(condition);
            return;
        }
        switch (clause.kind()) {
            case ON ->
                edits.add(new Edit(
                        sourceText.start(clause.body()),
                        sourceText.end(clause.body()),
                        Fragment.of(sourceText.dialect().trueLiteral())));
            case FILTER ->
                edits.add(wholeLines(clause.keyword() - 2, clause.body().to()));
            default -> edits.add(wholeLines(clause.keyword(), clause.body().to() - 1));
        }
    }

    private boolean isGone(Condition condition) {
        return condition.leaves().allMatch(leftOut::contains);
    }

    /** Removes the omitted parts of a condition that stays. */
    private void inside(Condition condition) {
        condition.accept(new Condition.Visitor<Boolean>() {
            @Override
            public Boolean joined(Condition.Compound joined) {
                items(joined.items());
                return true;
            }

            @Override
            public Boolean not(Condition.Not not) {
                return not.operand().accept(this);
            }

            @Override
            public Boolean parenthesised(Condition.Parenthesised wrapped) {
                return wrapped.inner().accept(this);
            }

            @Override
            public Boolean leaf(Condition.Leaf leaf) {
                return false;
            }
        });
    }

    private void items(List<Condition> items) {
        int firstKept = 0;
        while (isGone(items.get(firstKept))) {
            firstKept++;
        }
        if (firstKept > 0) {
            Span kept = items.get(firstKept).span();
            edits.add(Edit.remove(sourceText.start(items.get(0).span()), tokens.start(kept.from())));
        }
        inside(items.get(firstKept));
        for (int i = firstKept + 1; i < items.size(); i++) {
            if (!isGone(items.get(i))) {
                inside(items.get(i));
                continue;
            }
            // Adjacent conditions are removed together, so that a line that contains only them is removed, too.
            int first = items.get(i).span().from() - 1;
            while (i + 1 < items.size() && isGone(items.get(i + 1))) {
                i++;
            }
            edits.add(wholeLines(first, items.get(i).span().to() - 1));
        }
    }

    /**
     * Removes the tokens from first to last with the blanks before them. If they fill whole lines, a
     * line break and a comment after them are removed too; otherwise line breaks stay, because a comment may end there.
     */
    private Edit wholeLines(int first, int last) {
        String text = tokens.text();
        int start = tokens.start(first);
        int lineStart = start;
        while (lineStart > 0 && isBlank(text.charAt(lineStart - 1))) {
            lineStart--;
        }
        int end = tokens.end(last);
        boolean beginsLine = lineStart > 0 && text.charAt(lineStart - 1) == '\n';
        int lineEnd = endOfLine(end);
        if (!beginsLine || lineEnd < 0) {
            return Edit.remove(lineStart, end);
        }
        int withBreak = lineStart - 1;
        boolean carriageReturn = withBreak > 0 && text.charAt(withBreak - 1) == '\r';
        return Edit.remove(carriageReturn ? withBreak - 1 : withBreak, lineEnd);
    }

    /** The end of the line, if only blanks and comments are in between; or -1. */
    private int endOfLine(int from) {
        String text = tokens.text();
        int at = from;
        while (at < text.length()) {
            char c = text.charAt(at);
            if (c == '\n' || (c == '\r' && text.startsWith("\n", at + 1))) {
                return at;
            }
            if (isLineComment(at)) {
                int end = text.indexOf('\n', at);
                int lineEnd = end < 0 ? text.length() : end;
                return lineEnd > 0 && text.charAt(lineEnd - 1) == '\r' ? lineEnd - 1 : lineEnd;
            }
            if (!isBlank(c)) {
                return -1;
            }
            at++;
        }
        return at;
    }

    private boolean isLineComment(int at) {
        boolean hash = sourceText.dialect().syntax().has(Feature.HASH_COMMENTS)
                && tokens.text().charAt(at) == '#';
        return hash || tokens.text().startsWith("--", at);
    }

    private static boolean isBlank(char c) {
        return c == ' ' || c == '\t';
    }

    /** Removes a clause such as LIMIT, from its keyword to its last token. */
    public static Edit wholeClause(SourceText sourceText, Clause clause) {
        return new ConditionRemoval(sourceText, Set.of())
                .wholeLines(clause.keyword(), clause.body().to() - 1);
    }
}
