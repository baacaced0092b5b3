package plainsieve.core.view;

/**
 * Where a click on a group leads: another report, with the group chosen for one of its parameters. Choices that both
 * reports know are carried.
 */
public record Lead(String reportId, String parameter) {}
