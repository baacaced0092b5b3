package plainsieve.core.rewrite;

import plainsieve.core.value.Place;

/** Something the author should know about a query; it never keeps the query from running. */
public record Notice(String kind, String message, String advice, Place place) {}
