package plainsieve.cli;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import tools.jackson.databind.JsonNode;

/** The exit code and output of a command. */
record CommandResult(int exitCode, String output) {
    static CommandResult with(String input, String... arguments) {
        PrintStream out = System.out;
        InputStream in = System.in;
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try {
            System.setOut(new PrintStream(bytes, true, StandardCharsets.UTF_8));
            System.setIn(new ByteArrayInputStream(input.getBytes(StandardCharsets.UTF_8)));
            int exitCode = Sieve.commandLine().execute(arguments);
            return new CommandResult(exitCode, bytes.toString(StandardCharsets.UTF_8));
        } finally {
            System.setOut(out);
            System.setIn(in);
        }
    }

    JsonNode json() {
        return JsonOutput.JSON.readTree(output);
    }

    List<JsonNode> lines() {
        return output.lines().map(JsonOutput.JSON::readTree).toList();
    }
}
