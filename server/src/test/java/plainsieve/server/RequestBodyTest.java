package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Request bodies are validated at the boundary: the invalid field is named and nothing is changed. */
class RequestBodyTest {
    private static final String LONG = "x".repeat(2001);

    private final Api api = new Api(RunningServer.get().address());

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            POST | /api/v1/queries                     | {"name": "@", "source": "ferries", "text": ""}                  | name
            PATCH | /api/v1/queries/late-crossings     | {"name": "@", "version": 1}                                     | name
            POST | /api/v1/parameters                  | {"name": "x", "label": "@"}                                     | label
            POST | /api/v1/parameters/order            | {"names": ["port", null]}                                       | names[1]
            POST | /api/v1/parameters/port/values      | {"start": -1}                                                   | start
            POST | /api/v1/parameters/port/values      | {"search": "@"}                                                 | search
            POST | /api/v1/reports/late-crossings/views/figures/run | {"filters": [{"column": "port"}]}                  | filters[0].values
            POST | /api/v1/reports/late-crossings/views/figures/run | {"filters": [{"values": ["a"]}]}                   | filters[0].column
            POST | /api/v1/reports/late-crossings/views/figures/run | {"filters": [null]}                                | filters[0]
            POST | /api/v1/reports/late-crossings/selections        | {"name": "@", "choices": {}}                       | name
            PUT  | /api/v1/reports/late-crossings/settings | {"question": "@"}                                           | question
            POST | /api/v1/projects                    | {"name": "@"}                                                   | name
            """)
    void namesAnInvalidField(String method, String path, String body, String field) {
        Api.Answer refused = api.send(method, path, body.replace("@", LONG));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("problems").findValuesAsString("message"))
                .anySatisfy(message -> assertThat(message).startsWith("“" + field + "” "));
    }

    @ParameterizedTest
    @ValueSource(strings = {"{", "[]", "{\"nmae\": \"x\"}", "{\"name\": {}}"})
    void rejectsInvalidJson(String body) {
        assertThat(api.send("POST", "/api/v1/queries", body).status()).isEqualTo(400);
    }

    @Test
    void suggestsTheNearestValueOfAQueryParameter() {
        Api.Answer refused = api.get("/api/v1/sources/ferries/start?name=ports&kind=tabel");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("advice").asString()).isEqualTo("Did you mean “table”?");
    }
}
