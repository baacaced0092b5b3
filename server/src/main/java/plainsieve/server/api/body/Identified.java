package plainsieve.server.api.body;

/** The body of an answer that has the ID of a resource. */
public interface Identified {
    /** The last part of the resource's address. */
    String id();
}
