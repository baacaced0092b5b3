package plainsieve.server.people;

/** Somebody asked for what their role does not allow. */
public final class ForbiddenException extends RuntimeException {
    public ForbiddenException(Role needed, Role has) {
        super("This is for %ss; here you may do what %ss may.".formatted(needed.word(), has.word()));
    }
}
