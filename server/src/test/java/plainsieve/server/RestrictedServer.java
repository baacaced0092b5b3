package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.sql.DataSource;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.IdentityRecords;

/** A server with accounts and a report restricted by island: by groups or by a query on the user. */
final class RestrictedServer implements AutoCloseable {
    private static final String PROJECT = """
            parameters:
            - name: island
              multiple: true
              label: Island
              list: {column: {source: ferries, table: ports, column: island}, cache-seconds: 0}
              row-access: {by: group, exempt: [fleet, ":state"]}
            - name: held_port
              multiple: true
              label: Port
              list: {query: ports-of-islands}
            - {name: held_vessel, multiple: true, label: Vessel, list: {column: {source: ferries, table: vessels, column: name}}}
            - {name: state, multiple: true, label: State, list: {values: [sailed, late, cancelled]}}
            queries:
            - {id: of-islands, name: Of islands, source: ferries, file: a.sql}
            - {id: ports-of-islands, name: Ports of islands, source: ferries, file: b.sql}
            - {id: all-ports, name: All ports, source: ferries, file: c.sql}
            - {id: fleet, name: Fleet, source: ferries, file: d.sql}
            - {id: theirs, name: Theirs, source: ferries, file: e.sql}
            reports:
            - id: held
              name: Held
              question: Crossings of {island} {held_port} {held_vessel} {state}.
              views:
              - {id: rows, kind: table, title: Rows, query: of-islands}
              - {id: ports, kind: table, title: All ports, query: all-ports}
              - {id: fleet, kind: table, title: Fleet, query: fleet}
              - {id: aside, kind: table, title: Aside, query: of-islands, ignored-parameters: [island]}
            """;

    private final AnotherServer server;
    private final Api operator;

    RestrictedServer(String... settings) throws Exception {
        String[] all = Stream.concat(Stream.of("--plainsieve.accounts=true"), Stream.of(settings))
                .toArray(String[]::new);
        server = AnotherServer.on(AnotherServer.folderOfFerries(), all);
        operator = person("ona", "", Role.OPERATOR);
        bringIn(PROJECT);
    }

    static String project() {
        return PROJECT;
    }

    void bringIn(String project) throws Exception {
        bringIn(project, "");
    }

    /** @param broken the text of an additional query with the ID “broken”; empty for none */
    void bringIn(String project, String broken) throws Exception {
        Map<String, String> files = new LinkedHashMap<>();
        boolean more = !broken.isEmpty();
        files.put(
                "project.yaml",
                more
                        ? project.replace(
                                "queries:\n", "queries:\n- {id: broken, name: Broken, source: ferries, file: f.sql}\n")
                        : project);
        if (more) {
            files.put("f.sql", broken);
        }
        files.put("a.sql", """
                select c.crossing_id, p.island, p.name as port, v.name as vessel, c.state
                from crossings c
                join ports p on p.port_id = c.port_id
                join vessels v on v.vessel_id = c.vessel_id
                where p.island in (:island) and p.name in (:held_port) and v.name in (:held_vessel) and c.state in (:state)
                """);
        files.put("b.sql", "select name from ports where island in (:island) order by name");
        files.put("c.sql", "select name, island from ports");
        files.put("d.sql", "select name from vessels");
        files.put("e.sql", """
                select island from (values ('tam', 'Tarn'), ('una', 'Vessay'), ('una', 'Oulday')) as r(person, island)
                where person = :caller
                """);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(bytes)) {
            for (Map.Entry<String, String> file : files.entrySet()) {
                out.putNextEntry(new ZipEntry(file.getKey()));
                out.write(file.getValue().getBytes(StandardCharsets.UTF_8));
            }
        }
        Api.Answer answer =
                operator.sendBytes("PUT", "/api/v1/projects/home/project.zip", "application/zip", bytes.toByteArray());
        assertThat(answer.status()).as(() -> answer.lines().toString()).isEqualTo(204);
    }

    <T> T part(Class<T> type) {
        return server.part(type);
    }

    Api operator() {
        return operator;
    }

    /** An anonymous client. */
    Api stranger() {
        return server.api();
    }

    /** Sets the expiry of a link to an hour ago. */
    void end(String linkId) {
        try (Connection connection = server.part(DataSource.class).getConnection();
                PreparedStatement update =
                        connection.prepareStatement("update signed_link set ends_at = ? where id = ?")) {
            update.setString(1, Instant.now().minusSeconds(3_600).toString());
            update.setString(2, linkId);
            assertThat(update.executeUpdate()).isEqualTo(1);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A signed-in client with a role in a project. */
    Api person(String name, String project, Role role) {
        String id = server.part(Accounts.class).add(name, "").id();
        server.part(Accounts.class).grant(id, project, role);
        return signedIn(id);
    }

    private Api signedIn(String id) {
        Api api = server.api();
        String link = server.part(SignInService.class).link(id, Duration.ofDays(1), false);
        assertThat(api.post("/api/v1/sign-in/link", Map.of("secret", link)).status())
                .isEqualTo(200);
        return api;
    }

    /** A group with one member and its permitted islands. */
    String officeOf(String person, String... islands) {
        String office = group("Office");
        join(office, person);
        says(office, Api.values(islands));
        return office;
    }

    String group(String name) {
        return server.part(Groups.class).add(name).id();
    }

    void join(String group, String person) {
        server.part(Groups.class)
                .join(group, server.part(Accounts.class).named(person).id());
    }

    /** Sets a claim as if a provider had sent it at sign-in. */
    void claim(String person, String claim, String value) {
        server.part(IdentityRecords.class)
                .claim(server.part(Accounts.class).named(person).id(), claim, value);
    }

    /** Sets the permitted islands of a group. */
    void says(String group, Map<String, Object> choice) {
        Api.Answer said = operator.send(
                "PUT",
                "/api/v1/groups/" + group + "/row-access",
                Map.of("projectId", "home", "parameter", "island", "choice", choice));
        assertThat(said.status()).as(() -> said.lines().toString()).isEqualTo(204);
    }

    @Override
    public void close() {
        server.close();
    }
}
