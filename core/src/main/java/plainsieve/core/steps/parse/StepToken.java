package plainsieve.core.steps.parse;

import plainsieve.core.steps.model.LineSpan;

/**
 * A token of a line.
 *
 * @param text its value: without quotes and the colon of a parameter
 */
record StepToken(Kind kind, String text, LineSpan at) {
    enum Kind {
        WORD,
        /** {@code "…"}: a name with any characters. */
        NAME,
        /** {@code '…'}. */
        TEXT,
        NUMBER,
        /** {@code 2026-03-31} or {@code 2026-03-31T14:05}. */
        TIME,
        PARAMETER,
        SIGN,
        END
    }

    boolean isWord(String word) {
        return kind == Kind.WORD && text.equalsIgnoreCase(word);
    }

    boolean isSign(String sign) {
        return kind == Kind.SIGN && text.equals(sign);
    }

    boolean isName() {
        return kind == Kind.WORD || kind == Kind.NAME;
    }
}
