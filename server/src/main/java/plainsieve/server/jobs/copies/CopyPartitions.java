package plainsieve.server.jobs.copies;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import plainsieve.sources.files.PartManifest;

/**
 * The manifest of a stored copy, which is replaced atomically. Readers see one complete state even if the server is killed.
 *
 * @param job the number of the job that created it
 * @param asOf when its rows were queried
 * @param types the SQL type of each column, in the order of the result
 */
record CopyPartitions(long job, Instant asOf, List<String> columns, List<String> types, List<Partition> parts) {
    /** A result held for review. */
    static final String KEPT_BACK = "_kept";

    private static final String TAB = "\t";

    CopyPartitions {
        columns = plain(columns);
        types = List.copyOf(types);
        parts = List.copyOf(parts);
    }

    /**
     * A partition file.
     *
     * @param key the first day of its rows; empty for rows without one and for an unpartitioned copy
     * @param mark a fingerprint that changes with the rows at the source; empty if unpartitioned
     */
    record Partition(String file, String key, long rows, String mark) {}

    /** Column names as stored: a single line each. */
    static List<String> plain(List<String> names) {
        return names.stream().map(name -> name.replaceAll("\\s", " ")).toList();
    }

    long rows() {
        return parts.stream().mapToLong(Partition::rows).sum();
    }

    Map<String, Partition> byKey() {
        return parts.stream().collect(Collectors.toMap(Partition::key, part -> part));
    }

    /** The current state; empty if there is none yet. */
    static Optional<CopyPartitions> read(Path folder) {
        return parse(folder.resolve(PartManifest.NAME));
    }

    /** The result held for review. */
    static Optional<CopyPartitions> readHeld(Path folder) {
        return parse(folder.resolve(KEPT_BACK));
    }

    private static Optional<CopyPartitions> parse(Path file) {
        try {
            return Files.exists(file) ? Optional.of(of(Files.readAllLines(file))) : Optional.empty();
        } catch (IOException e) {
            throw new CopyFailure("The manifest of the stored copy cannot be read.", e);
        }
    }

    private static CopyPartitions of(List<String> lines) {
        List<Partition> parts = new ArrayList<>();
        for (String line : lines) {
            if (!line.startsWith("#") && !line.isBlank()) {
                String[] fields = line.split(TAB, -1);
                parts.add(new Partition(fields[0], fields[1], Long.parseLong(fields[2]), fields[3]));
            }
        }
        return new CopyPartitions(
                Long.parseLong(describe(lines, "job").get(0)),
                Instant.parse(describe(lines, "as of").get(0)),
                describe(lines, "columns"),
                describe(lines, "types"),
                parts);
    }

    private static List<String> describe(List<String> lines, String what) {
        String begins = "# " + what + TAB;
        return lines.stream()
                .filter(line -> line.startsWith(begins))
                .map(line -> List.of(line.substring(begins.length()).split(TAB, -1)))
                .findFirst()
                .orElse(List.of());
    }

    private String written() {
        List<String> lines = new ArrayList<>();
        lines.add("# job" + TAB + job);
        lines.add("# as of" + TAB + asOf);
        lines.add("# columns" + TAB + String.join(TAB, columns));
        lines.add("# types" + TAB + String.join(TAB, types));
        parts.forEach(
                part -> lines.add(String.join(TAB, part.file(), part.key(), Long.toString(part.rows()), part.mark())));
        return String.join("\n", lines) + "\n";
    }

    /** Replaces it atomically and durably. @param name of the manifest file */
    void put(Path folder, String name) throws IOException {
        Path being = folder.resolve(name + ".being");
        Files.writeString(being, written(), StandardCharsets.UTF_8);
        onDisk(being);
        Files.move(being, folder.resolve(name), StandardCopyOption.ATOMIC_MOVE);
        onDisk(folder);
    }

    static void onDisk(Path path) throws IOException {
        StandardOpenOption way = Files.isDirectory(path) ? StandardOpenOption.READ : StandardOpenOption.WRITE;
        try (FileChannel channel = FileChannel.open(path, way)) {
            channel.force(true);
        }
    }
}
