package plainsieve.server.http.results;

import java.io.IOException;
import java.nio.ByteBuffer;
import plainsieve.server.runtime.spool.Spool;

/** The destination of the lines of a response. */
interface LineSink {
    /** Whole lines, whose bytes are not changed any more. Throws {@link IOException} when nothing more is taken. */
    void give(ByteBuffer lines) throws IOException;

    /** Nothing more comes. */
    void end();

    /** All of it goes to one reader. */
    static LineSink into(Spool spool) {
        return new LineSink() {
            @Override
            public void give(ByteBuffer lines) throws IOException {
                spool.give(lines);
            }

            @Override
            public void end() {
                spool.end();
            }
        };
    }
}
