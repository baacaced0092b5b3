package plainsieve.server.body;

import plainsieve.files.forms.VersionedResource;

/** A definition and what the server says of it, in one flat object. */
public interface DefinitionBody<F extends VersionedResource> extends VersionedResource {
    F definition();

    @Override
    default String id() {
        return definition().id();
    }

    @Override
    default int version() {
        return definition().version();
    }
}
