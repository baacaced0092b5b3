package plainsieve.core.rewrite.filter;

/** The affinity that SQLite derives from a column's declared type: by which rules its values compare with others. */
enum DeclaredAffinity {
    TEXT,
    NUMERIC,
    NONE;

    /** @param type in lower case. The rules are those of "Datatypes In SQLite", 3.1; integers and reals compare as numbers. */
    static DeclaredAffinity of(String type) {
        if (type.contains("int")) {
            return NUMERIC;
        }
        if (type.contains("char") || type.contains("clob") || type.contains("text")) {
            return TEXT;
        }
        return type.isEmpty() || type.contains("blob") ? NONE : NUMERIC;
    }
}
