package plainsieve.server.http.results;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import plainsieve.sources.Cancellation;
import tools.jackson.databind.json.JsonMapper;

/** One run shared by all callers with the same request. It is cancelled when its last reader leaves. */
final class SharedExecution {
    /** A request that arrives later than this runs its own statement. */
    private static final int MOST_KEPT = 1 << 22;

    private final ResultSubscriber first;
    private final ResultStreamWriter stream;
    private final List<ByteBuffer> kept = new ArrayList<>();
    private final Set<ResultSubscriber> readers = new LinkedHashSet<>();
    private int bytes;
    private boolean allKept = true;
    private OptionalLong sentId = OptionalLong.empty();
    private boolean closed;

    /** @param inside whether it contains the statement @param first the reader that starts it */
    SharedExecution(JsonMapper json, Clock clock, boolean inside, ResultSubscriber first) {
        this.first = first;
        this.stream = new ResultStreamWriter(new Fan(), json, clock, inside, this::notifySent);
        join(first);
    }

    ResultStreamWriter stream() {
        return stream;
    }

    /** Whether this reader gets the complete result: not after the end, or if too much has been sent. */
    synchronized boolean join(ResultSubscriber reader) {
        if (closed) {
            return false;
        }
        readers.add(reader);
        kept.forEach(some -> deliver(reader, some));
        sentId.ifPresent(reader::answeredBy);
        reader.reads(this);
        return true;
    }

    private synchronized void notifySent(long id) {
        sentId = OptionalLong.of(id);
        readers.stream().filter(reader -> reader != first).forEach(reader -> reader.answeredBy(id));
    }

    /** A reader leaves. The last one cancels the run and gets its outcome. */
    synchronized void unsubscribe(ResultSubscriber reader, Cancellation.Reason why) {
        if (!readers.contains(reader)) {
            return;
        }
        if (readers.size() == 1) {
            closed = true;
            stream.cancel(why);
        } else {
            readers.remove(reader);
            reader.stopped();
        }
    }

    /** All of an answer. @param sentId the statement in Sent that it is of */
    record Whole(long sentId, List<ByteBuffer> lines, int bytes) {}

    /** The lines so far, unless they exceed the limit. */
    synchronized Optional<Whole> whole() {
        return allKept ? Optional.of(new Whole(sentId.orElseThrow(), List.copyOf(kept), bytes)) : Optional.empty();
    }

    /** It has ended: its readers have all lines. */
    synchronized void complete() {
        closed = true;
        readers.forEach(ResultSubscriber::complete);
        kept.clear();
    }

    synchronized void fails(Throwable why) {
        closed = true;
        readers.forEach(reader -> reader.fails(why));
        kept.clear();
    }

    /* A reader that has disconnected or is too slow does not affect others. */
    private Optional<IOException> deliver(ResultSubscriber reader, ByteBuffer some) {
        try {
            reader.outlet().write(some.duplicate());
            return Optional.empty();
        } catch (IOException e) {
            reader.fails(new UncheckedIOException(e.getMessage(), e));
            return Optional.of(e);
        }
    }

    /** Every line is written to each reader. */
    private final class Fan extends OutputStream {
        @Override
        public void write(int single) throws IOException {
            write(new byte[] {(byte) single}, 0, 1);
        }

        @Override
        public void write(byte[] from, int start, int length) throws IOException {
            ByteBuffer some = ByteBuffer.wrap(Arrays.copyOfRange(from, start, start + length));
            synchronized (SharedExecution.this) {
                buffer(some);
                for (ResultSubscriber reader : List.copyOf(readers)) {
                    Optional<IOException> lost = deliver(reader, some);
                    if (lost.isPresent()) {
                        lose(reader, lost.get());
                    }
                }
            }
        }

        private void lose(ResultSubscriber reader, IOException why) throws IOException {
            readers.remove(reader);
            if (readers.isEmpty()) {
                closed = true;
                throw why;
            }
        }

        private void buffer(ByteBuffer some) {
            allKept = allKept && !closed && bytes + some.remaining() <= MOST_KEPT;
            if (allKept) {
                bytes += some.remaining();
                kept.add(some);
            } else {
                closed = true;
                kept.clear();
            }
        }
    }
}
