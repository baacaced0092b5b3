package plainsieve.server.body;

/** The body of an answer that is a versioned resource; its version is also the entity tag (ETag) of the answer. */
public interface VersionedBody {
    int version();
}
