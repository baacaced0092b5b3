package plainsieve.server.editing.refactoring;

import plainsieve.server.records.definitions.DefinitionKind;

/**
 * A line that a change would alter.
 *
 * @param where the part: live text, draft, question line, a control, …
 * @param line from 1; 0 for a change outside of texts
 */
public record TextChange(
        DefinitionKind kind, String id, String name, String where, int line, String before, String after) {}
