package plainsieve.sources.files;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;

/** Checks the magic bytes at both ends of a Parquet file. */
final class ParquetMagic {
    static final String WHY = "is not a valid Parquet file";

    private static final ByteBuffer MARK =
            ByteBuffer.wrap("PAR1".getBytes(StandardCharsets.US_ASCII)).asReadOnlyBuffer();

    private ParquetMagic() {}

    static boolean areWhole(FileEntry file) throws IOException {
        try (FileChannel channel = FileChannel.open(file.path())) {
            return channel.size() >= 2L * MARK.limit()
                    && MARK.equals(at(channel, 0))
                    && MARK.equals(at(channel, channel.size() - MARK.limit()));
        }
    }

    private static ByteBuffer at(FileChannel channel, long place) throws IOException {
        ByteBuffer read = ByteBuffer.allocate(MARK.limit());
        channel.read(read, place);
        return read.flip();
    }
}
