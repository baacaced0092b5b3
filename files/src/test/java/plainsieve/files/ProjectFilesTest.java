package plainsieve.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.files.forms.ParameterForm;

class ProjectFilesTest {
    private static final String YAML = """
            format: plain-sieve/1
            sources:
              - {id: harbour, kind: postgresql, host: localhost, port: 5432, database: harbour, user: reader}
            parameters:
              - name: port
                type: text
                multiple: true
                blank-rule: rows-without-value
                list: {values: [Ardlow, {value: "007", label: Skerrin}, "yes", "null"]}
                all-rule: send-each
                default: [Ardlow, null]
              - {name: rows, type: integer, unlimited-value: 0, default: 1000}
              - {name: day, type: date, default: 2026-03-01}
            queries:
              - {id: late, name: Late, source: harbour, file: queries/late.sql}
            reports:
              - id: r
                name: R
                controls: [{kind: slicer, label: Port, parameters: [port]}]
                views: [{id: v, kind: bars, title: By port, query: late, measures: [{function: count}], group-by: port, limit-parameter: rows}]
            """;

    private static List<String> schemaErrors(String yaml) throws Exception {
        Schema schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(Files.readString(Path.of("../docs/project.schema.json")), InputFormat.JSON);
        return schema.validate(yaml, InputFormat.YAML).stream()
                .map(Object::toString)
                .toList();
    }

    @Test
    void readsEveryPropertyOfAParameter() {
        ParameterForm entry = ProjectYaml.read(YAML, "p.yaml").parameters().get(0);
        Parameter port = entry.toParameter();
        assertThat(port.type()).isEqualTo(Type.TEXT);
        assertThat(port.multiple()).isTrue();
        assertThat(port.sendEach()).isTrue();
        assertThat(port.blankRule()).isEqualTo(BlankRule.ROWS_WITHOUT_VALUE);
        assertThat(port.allowed().orElseThrow().written()).containsExactly("Ardlow", "007", "yes", "null");
        assertThat(entry.fixedDefault()).isEqualTo(new ChoiceText(ChoiceText.Kind.VALUES, List.of("Ardlow"), true));
    }

    @Test
    void roundTripsAndMatchesTheSchema() throws Exception {
        ProjectFile file = ProjectYaml.read(YAML, "p.yaml");
        String written = ProjectYaml.write(file);
        assertThat(ProjectYaml.read(written, "written")).isEqualTo(file);
        assertThat(schemaErrors(YAML)).isEmpty();
        assertThat(schemaErrors(written)).isEmpty();
    }

    @Test
    void roundTripsEveryViewKindAndMatchesTheSchema() throws Exception {
        String views = """
                format: plain-sieve/1
                reports:
                  - id: r
                    name: R
                    views:
                      - {id: f, kind: figures, query: q, measures: [{function: median, column: delay}], comparison: before from}
                      - {id: b, kind: bars, query: q, measures: [{function: share}], group-by: [port, vessel], ignored-parameters: [port],
                         layout: {order: keys, first: 0, side-by-side: true, width: 8, height: 9}}
                      - {id: l, kind: line, query: q, measures: [{function: count}], group-by: "sailed:week"}
                      - {id: t, kind: table, query: q, columns: [{name: fare, label: Fare, format: money €, total: true}]}
                      - {id: g, kind: groups, query: q, measures: [{function: count}], group-by: [port, "sailed:month"]}
                      - {id: w, kind: text, text: "Of {port}."}
                """;
        ProjectFile file = ProjectYaml.read(views, "p.yaml");
        String written = ProjectYaml.write(file);
        assertThat(ProjectYaml.read(written, "written")).isEqualTo(file);
        assertThat(schemaErrors(views)).isEmpty();
        assertThat(schemaErrors(written)).isEmpty();
        assertThat(written).contains("group-by: sailed:week").contains("first: 0");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "list: {}",
                "list: {values: [a, {value: b, label: B}], column: {source: s, table: t, column: c}}",
                "list: {query: q, cache-seconds: 0}",
                "list: {column: {source: s, table: t, column: c, excluded: [x]}, counts: true}"
            })
    void roundTripsEveryList(String list) {
        ProjectFile file = ProjectYaml.read("parameters: [{name: port, " + list + "}]", "p.yaml");
        ProjectFile written = new ProjectFile(
                "",
                "",
                List.of(),
                List.of(ParameterForm.of(file.parameters().get(0).toDefinition())),
                List.of(),
                List.of(),
                List.of(),
                List.of());
        assertThat(ProjectYaml.read(ProjectYaml.write(written), "written")).isEqualTo(file);
        assertThat(file.parameters().get(0).toDefinition().list().exists()).isEqualTo(!list.isEmpty());
    }

    @Test
    void schemaRejectsWhatTheReaderRejects() throws Exception {
        assertThat(schemaErrors("parameters: [{name: port, typ: text}]")).isNotEmpty();
        assertThat(schemaErrors("parameters: [{name: port, blank-rule: never}]"))
                .isNotEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            parameters: [{name: port, typ: text}]        | Did you mean “type”?
            parameters: [{name: port, type: txt}]        | Did you mean “text”?
            parameters: [{name: port, blank-rule: no_filter}] | Did you mean “no-filter”?
            parameters: [{name: port, all-rule: each}]        | leave-out, send-each
            parameters: [{name: 1x}]                     | Invalid parameter name
            parameters: {name: port}                     | cannot be read
            parameters: [null]                           | cannot be read
            parameters: [{name: port, former-names: [null]}] | cannot be read
            parameters: [{name: port, list: {values: [null]}}] | cannot be read
            reports: [{id: r, views: [null]}]            | cannot be read
            reports: [{id: r, controls: [{parameters: [null]}]}] | cannot be read
            parameters: [                                | cannot be read
            format: other/2                              | This program reads plain-sieve/1
            """)
    void reportsErrors(String yaml, String message) {
        assertThatThrownBy(() -> ProjectYaml.read(yaml, "p.yaml").parameters().forEach(ParameterForm::toParameter))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining(message);
    }

    @Test
    void keepsEveryByteOfSql(@TempDir Path folder) throws Exception {
        String sql = "\uFEFFselect 'a'\r\n\tfrom t -- Þ 端口 \uD83D\uDEA2\n\n  where x = :p;  \r\n";
        ProjectFile file = ProjectYaml.read(YAML, "p.yaml");
        new ProjectFolder(file, Map.of("queries/late.sql", sql)).write(folder);
        assertThat(Files.readString(folder.resolve("queries/late.sql"))).isEqualTo(sql);
        ProjectFolder read = ProjectFolder.read(folder);
        assertThat(read.texts()).containsEntry("queries/late.sql", sql);
        assertThat(read.file()).isEqualTo(file);
    }

    @Test
    void staysInsideItsFolder(@TempDir Path folder) throws Exception {
        Files.writeString(
                folder.resolve(ProjectFolder.NAME), "queries: [{id: a, source: b, file: ../../etc/hostname}]");
        assertThatThrownBy(() -> ProjectFolder.read(folder)).hasMessageContaining("not a file inside the project");
    }
}
