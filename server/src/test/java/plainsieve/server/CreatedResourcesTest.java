package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A request that creates a resource returns 201 with its location. */
class CreatedResourcesTest {
    private static final String HOME = "/api/v1/projects/home";
    private static final Api API = new Api(RunningServer.get().address());

    private static HttpResponse<String> created(String path, Object body) throws Exception {
        HttpResponse<String> answer = API.exchange("POST", path, body);
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(201);
        return answer;
    }

    private static String location(HttpResponse<String> answer) {
        return answer.headers().firstValue("Location").orElseThrow();
    }

    @Test
    void haveAResolvableLocation() throws Exception {
        Map<String, String> query =
                Map.of("name", "Created for its address", "source", "ferries", "text", "select name from ports");
        String address = location(created(HOME + "/queries", query));
        assertThat(address).isEqualTo(HOME + "/queries/created-for-its-address");
        assertThat(API.get(address).status()).isEqualTo(200);
        String copy = location(created(address + "/copies", Map.of()));
        assertThat(copy).startsWith(HOME + "/queries/").isNotEqualTo(address);
        assertThat(API.get(copy).status()).isEqualTo(200);
        String report = location(created(address + "/reports", Map.of()));
        assertThat(report).startsWith(HOME + "/reports/");
        assertThat(API.get(report + "/editor").status()).isEqualTo(200);
        String parameter = location(created(HOME + "/parameters", Map.of("name", "addressed", "type", "text")));
        assertThat(parameter).isEqualTo(HOME + "/parameters/addressed");
        assertThat(API.get(parameter).status()).isEqualTo(200);
    }

    @Test
    void haveNoLocationWhenRejected() throws Exception {
        HttpResponse<String> refused =
                API.exchange("POST", HOME + "/queries", Map.of("name", "", "source", "ferries", "text", "select 1"));
        assertThat(refused.statusCode()).isEqualTo(422);
        assertThat(refused.headers().firstValue("Location")).isEmpty();
    }
}
