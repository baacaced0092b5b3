package plainsieve.server.people;

/** The caller's role does not allow the request. */
public final class ForbiddenException extends RuntimeException {
    public ForbiddenException(Role needed, Role has) {
        super("This requires the role %s; your role is %s.".formatted(needed.word(), has.word()));
    }
}
