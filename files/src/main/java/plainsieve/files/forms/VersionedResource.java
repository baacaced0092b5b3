package plainsieve.files.forms;

/** A resource whose changes are numbered. */
public interface VersionedResource extends Resource {
    /** Incremented by each change; also the entity tag (ETag) of a response. */
    int version();
}
