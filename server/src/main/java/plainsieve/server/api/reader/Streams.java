package plainsieve.server.api.reader;

import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import org.springframework.stereotype.Component;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.runs.Runner;
import plainsieve.sources.SourceFailure;
import tools.jackson.databind.json.JsonMapper;

/** Runs orders and streams their answers. */
@Component
public class Streams {
    private final Runner runner;
    private final JsonMapper json;
    private final Clock clock;

    Streams(Runner runner, JsonMapper json, Clock clock) {
        this.runner = runner;
        this.json = json;
        this.clock = clock;
    }

    public void run(RunOrder order, HttpServletResponse response) {
        RunStream stream = new RunStream(response, json, clock);
        try {
            runner.run(order, stream);
        } catch (SourceFailure e) {
            if (!stream.hasBegun()) {
                throw e;
            }
            stream.failed(e);
        }
    }
}
