package plainsieve.server.people;

/** Somebody asked for what their role does not allow. */
public final class Forbidden extends RuntimeException {
    public Forbidden(Role needed, Role has) {
        super("This is for %ss; here you may do what %ss may.".formatted(needed.word(), has.word()));
    }
}
