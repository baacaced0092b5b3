package plainsieve.server.records.access;

/**
 * Among which values of a parameter everyone of a group chooses.
 *
 * @param choice JSON of a choice: values, or all
 */
public record GroupChoiceRow(String groupId, String projectId, String parameter, String choice) {}
