package plainsieve.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import plainsieve.files.ProjectDifference.ChangedObject;
import plainsieve.files.ProjectDifference.How;

class ProjectDifferenceTest {
    private static ProjectFolder project(String yaml, Map<String, String> texts) {
        return new ProjectFolder(ProjectYaml.read(yaml, "project.yaml"), texts);
    }

    private static final ProjectFolder BEFORE = project("""
            parameters: [{name: port, multiple: true}, {name: day, type: date}]
            queries: [{id: q, source: s, file: q.sql}]
            reports: [{id: r, name: R, views: [{id: v, kind: table, query: q}]}]
            """, Map.of("q.sql", "select 1\nfrom ports\nwhere a = 1\n"));

    @Test
    void ignoresEqualFiles() {
        assertThat(ProjectDifference.between(BEFORE, BEFORE)).isEmpty();
        ProjectFolder elsewhere = project("""
                parameters: [{name: day, type: date}, {name: port, multiple: true}]
                queries: [{id: q, source: s, file: sql/other.sql}]
                reports: [{id: r, name: R, views: [{id: v, kind: table, query: q}]}]
                """, Map.of("sql/other.sql", "select 1\nfrom ports\nwhere a = 1\n"));
        assertThat(ProjectDifference.between(BEFORE, elsewhere))
                .as("files are named otherwise")
                .isEmpty();
    }

    @Test
    void reportsAddedChangedAndRemovedLines() {
        ProjectFolder after = project("""
                parameters: [{name: port}, {name: vessel}]
                queries: [{id: q, source: s, file: q.sql, draft-file: d.sql}]
                reports: [{id: r, name: R, views: [{id: v, kind: table, query: q}]}]
                """, Map.of("q.sql", "select 1\nfrom ports\nwhere a = 2\n", "d.sql", "select 3"));
        List<ChangedObject> changed = ProjectDifference.between(BEFORE, after);
        assertThat(changed.stream().map(one -> one.kind() + " " + one.id() + " " + one.change()))
                .containsExactly(
                        "PARAMETER port CHANGED", "PARAMETER vessel ADDED", "PARAMETER day REMOVED", "QUERY q CHANGED");
        assertThat(changed.get(0).lines()).contains("-multiple: true").doesNotContain("-name: \"port\"", "-name: port");
        assertThat(changed.get(1).change()).isEqualTo(How.ADDED);
        assertThat(changed.get(1).lines()).anyMatch(line -> line.startsWith("+name:"));
        assertThat(changed.get(3).lines())
                .contains("-where a = 1", "+where a = 2", "+-- draft", "+select 3", " from ports");
    }
}
