package plainsieve.server.people;

/** Somebody asked for what their role does not allow. */
public final class Forbidden extends RuntimeException {
    public Forbidden(Role needed, Role has) {
        super("This is for %ss; you are here as a %s.".formatted(needed.word(), has.word()));
    }
}
