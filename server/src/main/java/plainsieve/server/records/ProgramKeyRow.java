package plainsieve.server.records;

/**
 * The key of a program, which asks for a person.
 *
 * @param projectId empty for every project of the person
 * @param role the word of the most that it may do
 * @param endsAt when it ends, as ISO 8601
 * @param usedAt when it was last used; empty when it never was
 */
public record ProgramKeyRow(
        String id,
        String digest,
        String personId,
        String name,
        String projectId,
        String role,
        String endsAt,
        String usedAt) {}
