package plainsieve.server.people;

/** Someone asked for what their role does not allow. */
public final class ForbiddenException extends RuntimeException {
    public ForbiddenException(Role needed, Role has) {
        super("This requires the role %s; your role is %s.".formatted(needed.word(), has.word()));
    }
}
