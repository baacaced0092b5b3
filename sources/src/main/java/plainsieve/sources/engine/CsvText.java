package plainsieve.sources.engine;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.Writer;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * A text file as UTF-8: UTF-16 with a byte order mark, otherwise UTF-8 if valid, otherwise Windows-1252.
 *
 * @param file in UTF-8, with a name without special characters for the engine
 */
record CsvText(Path file, Charset written) {
    private static final Charset WINDOWS = Charset.forName("windows-1252");
    private static final int PIECE = 1 << 16;

    static CsvText of(Path file, CellStaging staging) throws IOException {
        Charset written = charset(file);
        Path text = staging.file("cells.csv");
        if (written.equals(StandardCharsets.UTF_8)) {
            Files.createSymbolicLink(text, file);
        } else {
            try (Reader in = new InputStreamReader(Files.newInputStream(file), written);
                    Writer out = Files.newBufferedWriter(text)) {
                in.transferTo(out);
            }
        }
        return new CsvText(text, written);
    }

    private static Charset charset(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            byte[] mark = in.readNBytes(2);
            boolean marked = mark.length == 2 && (mark[0] & 0xff) + (mark[1] & 0xff) == 0xfe + 0xff;
            if (marked && (mark[0] & 0xff) >= 0xfe) {
                return StandardCharsets.UTF_16;
            }
        }
        return isUtf8(file) ? StandardCharsets.UTF_8 : WINDOWS;
    }

    private static boolean isUtf8(Path file) throws IOException {
        CharsetDecoder decoder = StandardCharsets.UTF_8
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
        ByteBuffer bytes = ByteBuffer.allocate(PIECE);
        CharBuffer chars = CharBuffer.allocate(PIECE);
        try (FileChannel channel = FileChannel.open(file)) {
            boolean more = true;
            while (more) {
                more = channel.read(bytes) >= 0;
                bytes.flip();
                CoderResult result = decoder.decode(bytes, chars.clear(), !more);
                if (result.isError()) {
                    return false;
                }
                bytes.compact();
            }
        }
        return true;
    }

    /** Its first characters, at most as many. */
    String beginning(int most) throws IOException {
        char[] read = new char[most];
        try (BufferedReader in = Files.newBufferedReader(file)) {
            int length = 0;
            int more = in.read(read, 0, most);
            while (more > 0) {
                length += more;
                more = in.read(read, length, most - length);
            }
            String text = new String(read, 0, length);
            return text.startsWith("\uFEFF") ? text.substring(1) : text;
        }
    }
}
