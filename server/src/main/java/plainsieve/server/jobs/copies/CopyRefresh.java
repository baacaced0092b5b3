package plainsieve.server.jobs.copies;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.jobs.JobOutcome;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.sources.Cancellation;
import plainsieve.sources.files.PartManifest;

/** Refreshes a stored copy completely or by partition. Viewers read the previous state until the new one is complete. */
@Component
class CopyRefresh {
    /** A copy that loses more than half of its rows may have been refreshed while its source was being loaded. */
    private static final double SUDDEN = 0.5;

    private static final int MARK_BYTES = 12;
    private static final String NEVER = "9999-12-31";

    private final CopyQuery copyQuery;
    private final Settings settings;
    private final Clock clock;

    CopyRefresh(CopyQuery copyQuery, Settings settings, Clock clock) {
        this.copyQuery = copyQuery;
        this.settings = settings;
        this.clock = clock;
    }

    /**
     * The state of a refresh.
     *
     * @param folder of the copy
     * @param before the current content; empty if there is none
     * @param job its number, which is part of every file name
     */
    private record RefreshTask(
            Project project,
            StoredCopy copy,
            Path folder,
            Optional<CopyPartitions> before,
            long job,
            Cancellation stop) {}

    /** The new content: its columns, and each partition with its column types. */
    private static final class NewState {
        private final Map<CopyPartitions.Partition, List<String>> parts = new LinkedHashMap<>();
        private List<String> columns = List.of();

        /* Nothing where no part had a value yet. */
        private List<String> types = List.of();
    }

    JobOutcome refresh(Project project, StoredCopy copy, Path folder, long job, Cancellation stop) {
        Optional<CopyPartitions> before = CopyPartitions.read(folder);
        if (before.filter(parts -> parts.job() == job).isPresent()) {
            return new JobOutcome.Succeeded(before.get().rows(), "");
        }
        RefreshTask work = new RefreshTask(project, copy, folder, before, job, stop);
        try {
            Files.createDirectories(folder);
            clean(work, before);
            return copy.parts().isPresent() ? inParts(work, copy.parts().get()) : whole(work);
        } catch (IOException | UncheckedIOException e) {
            throw failure(e);
        }
    }

    private static CopyFailure failure(Exception e) {
        boolean full = String.valueOf(e.getMessage()).contains("No space left");
        return new CopyFailure(
                full
                        ? "The server's disk is full. The previous copy is still in use."
                        : "The stored copy could not be written: %s".formatted(e.getMessage()),
                e);
    }

    private JobOutcome whole(RefreshTask work) throws IOException {
        Instant asked = clock.instant();
        NewState being = new NewState();
        write(work, Optional.empty(), "", being);
        return put(work, asked, being);
    }

    private JobOutcome inParts(RefreshTask work, StoredCopy.Parts parts) throws IOException {
        Instant asked = clock.instant();
        CopyQuery.PartitionMarks marks = copyQuery.marks(work.project(), work.copy(), parts, work.stop());
        // Of an answer that has other columns by now nothing can stay.
        Optional<CopyPartitions> before =
                work.before().filter(state -> state.columns().equals(CopyPartitions.plain(marks.columns())));
        Map<String, CopyPartitions.Partition> known =
                before.map(CopyPartitions::byKey).orElse(Map.of());
        String again = firstAgain(parts);
        NewState being = new NewState();
        before.ifPresent(state -> {
            being.columns = state.columns();
            being.types = state.types();
        });
        for (Map.Entry<String, String> now : marks.byKey().entrySet()) {
            String key = now.getKey();
            String mark = digest(now.getValue());
            CopyPartitions.Partition former = known.get(key);
            if (former != null && former.mark().equals(mark) && key.compareTo(again) < 0) {
                being.parts.put(former, before.orElseThrow().types());
            } else {
                write(work, Optional.of(key), mark, being);
            }
        }
        return put(work, asked, being);
    }

    /** The first of the partitions that are refreshed each time. */
    private String firstAgain(StoredCopy.Parts parts) {
        if (parts.again() == 0) {
            return NEVER;
        }
        LocalDate today = LocalDate.now(clock.withZone(settings.zone()));
        LocalDate first = PeriodRanges.first(parts.stretch(), today);
        for (int i = 1; i < parts.again(); i++) {
            first = PeriodRanges.first(parts.stretch(), first.minusDays(1));
        }
        return first.toString();
    }

    private static String digest(String text) {
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(hash, 0, MARK_BYTES);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has SHA-256", e);
        }
    }

    /** @param key of a part; nothing for all rows */
    private void write(RefreshTask work, Optional<String> key, String mark, NewState being) throws IOException {
        try (CopyQuery.FetchedRows rows = copyQuery.rows(work.project(), work.copy(), key, work.stop())) {
            being.columns = rows.staged().names();
            being.types = StoredType.wide(being.types, rows.staged().types());
            String name = key.filter(day -> !day.isEmpty()).orElse(key.isEmpty() ? "all" : "without");
            String file = "%s.%d.parquet".formatted(name, work.job());
            Path path = work.folder().resolve(file);
            rows.staged()
                    .write(path, being.types, Map.of("as of", clock.instant().toString()));
            CopyPartitions.onDisk(path);
            being.parts.put(new CopyPartitions.Partition(file, key.orElse(""), rows.count(), mark), being.types);
        }
    }

    /** All parts in the types that all of them together need. */
    private static List<CopyPartitions.Partition> alike(RefreshTask work, NewState being) throws IOException {
        List<CopyPartitions.Partition> parts = new ArrayList<>();
        for (Map.Entry<CopyPartitions.Partition, List<String>> part : being.parts.entrySet()) {
            boolean narrow = !part.getValue().equals(being.types);
            parts.add(
                    narrow
                            ? ColumnTypeWidening.widened(
                                    work.folder(), part.getKey(), being.columns, being.types, work.job())
                            : part.getKey());
        }
        return parts;
    }

    private JobOutcome put(RefreshTask work, Instant asked, NewState being) throws IOException {
        CopyPartitions now = new CopyPartitions(work.job(), asked, being.columns, being.types, alike(work, being));
        long before = work.before().map(CopyPartitions::rows).orElse(0L);
        if (now.rows() < before * SUDDEN) {
            now.put(work.folder(), CopyPartitions.KEPT_BACK);
            long fewer = Math.round(100.0 * (before - now.rows()) / before);
            return new JobOutcome.HeldForReview(
                    now.rows(),
                    "It has %d %% fewer rows than the previous copy: %,d instead of %,d."
                            .formatted(fewer, now.rows(), before));
        }
        now.put(work.folder(), PartManifest.NAME);
        Files.deleteIfExists(work.folder().resolve(CopyPartitions.KEPT_BACK));
        return new JobOutcome.Succeeded(now.rows(), "");
    }

    /** Removes files that belong neither to this state nor to the held result: readers of older states have had a whole refresh interval. */
    private static void clean(RefreshTask work, Optional<CopyPartitions> before) throws IOException {
        Set<String> used = new HashSet<>();
        Stream.concat(before.stream(), CopyPartitions.readHeld(work.folder()).stream())
                .flatMap(state -> state.parts().stream())
                .forEach(part -> used.add(part.file()));
        try (Stream<Path> files = Files.list(work.folder())) {
            for (Path file : files.toList()) {
                String name = file.getFileName().toString();
                boolean ours = name.endsWith(".parquet") || name.endsWith(".being");
                if (ours && !used.contains(name)) {
                    Files.delete(file);
                }
            }
        }
    }
}
