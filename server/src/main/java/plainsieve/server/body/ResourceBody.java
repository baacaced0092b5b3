package plainsieve.server.body;

/** The body of an answer that has the ID of a resource. */
public interface ResourceBody {
    /** The last part of the resource's address. */
    String id();
}
