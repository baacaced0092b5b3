package plainsieve.core.view;

/** What viewers read above a column. */
public record ColumnWords(String name, String label) {}
