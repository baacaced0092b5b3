package plainsieve.core.request;

/**
 * A part of a request that can contain values. Omitted when one of its parameters is blank.
 *
 * @param name of the query parameter or header; empty for path segments and the body
 * @param clause its range in the author's text
 */
record RequestPart(Kind kind, String name, RequestTemplate value, ValueEncoding spelling, RequestText.Line clause) {
    /** Where in the request it is. */
    enum Kind {
        /** Between two slashes of the path. */
        PATH,
        /** After the question mark of the address. */
        QUERY,
        HEADER,
        BODY
    }
}
