package plainsieve.core.rewrite.filter;

import plainsieve.core.sql.KnownFunctions;

/** The known tables and functions of a query. */
record SchemaFacts(ItemColumns columns, KnownFunctions functions) {}
