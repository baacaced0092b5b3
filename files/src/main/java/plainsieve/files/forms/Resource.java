package plainsieve.files.forms;

/** A resource of the API. */
public interface Resource {
    /** Unique among the resources of its kind; the last part of its address. */
    String id();
}
