package plainsieve.cli;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import plainsieve.files.ProjectFolder;

/** Reads a text that the command line names. */
final class TextFiles {
    private TextFiles() {}

    /** @param name a path, or - for the input; a byte order mark is part of the encoding, not of the text */
    static String read(String name, InputStream input) {
        String text = name.equals("-") ? all(input) : ProjectFolder.read(Path.of(name), name);
        return text.startsWith("\uFEFF") ? text.substring(1) : text;
    }

    private static String all(InputStream input) {
        try {
            return new String(input.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException("The input cannot be read", e);
        }
    }
}
