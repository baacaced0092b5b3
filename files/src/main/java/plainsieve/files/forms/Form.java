package plainsieve.files.forms;

/**
 * The written form of a definition or a part of one: the same record in project files, in the database and in the API. Missing fields have
 * their defaults, which the constructor sets. The API writes every field; files and the database omit fields with their default
 * and write choices, defaults and lists in their short notation (docs/project-files.md).
 */
public interface Form {}
