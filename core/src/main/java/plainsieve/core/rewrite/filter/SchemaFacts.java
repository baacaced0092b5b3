package plainsieve.core.rewrite.filter;

import plainsieve.core.sql.KnownFunctions;

/** What is known of the tables and of the functions in a query. */
record SchemaFacts(ItemColumns columns, KnownFunctions functions) {}
