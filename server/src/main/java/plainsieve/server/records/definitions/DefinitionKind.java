package plainsieve.server.records.definitions;

import java.util.Arrays;
import plainsieve.core.value.Keyword;

/** The kinds of definitions. */
public enum DefinitionKind implements Keyword {
    SOURCE("source"),
    QUERY("query"),
    PARAMETER("parameter"),
    REPORT("report"),
    STAGE("stage"),
    STORED_COPY("stored-copy"),
    DELIVERY("delivery");

    private final String word;

    DefinitionKind(String word) {
        this.word = word;
    }

    /** The kind in the database and in the API. */
    @Override
    public String word() {
        return word;
    }

    static DefinitionKind ofWord(String word) {
        return Arrays.stream(values())
                .filter(kind -> kind.word.equals(word))
                .findFirst()
                .orElseThrow(() -> new IllegalStateException("The database has a definition of the kind " + word));
    }
}
