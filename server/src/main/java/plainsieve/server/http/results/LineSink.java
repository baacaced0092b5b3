package plainsieve.server.http.results;

import java.io.IOException;
import java.nio.ByteBuffer;
import plainsieve.server.runtime.spool.Spool;

/** The destination of the lines of a response. */
interface LineSink {
    /** Whole lines, whose bytes are not changed afterwards. Throws {@link IOException} if no more are accepted. */
    void write(ByteBuffer lines) throws IOException;

    /** Ends the stream. */
    void end();

    /** A sink for a single reader. */
    static LineSink into(Spool spool) {
        return new LineSink() {
            @Override
            public void write(ByteBuffer lines) throws IOException {
                spool.write(lines);
            }

            @Override
            public void end() {
                spool.end();
            }
        };
    }
}
