package plainsieve.sources.engine;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import plainsieve.core.catalog.HeaderRow;

/** Reads separated values into a stage. */
public final class CsvCells {
    private static final int BEGINNING = 1 << 20;
    private static final int SHOWN = 3;

    private final CellStaging staging;
    private final Optional<HeaderRow> said;

    /** @param said the position of column names; empty for automatic */
    public CsvCells(CellStaging staging, Optional<HeaderRow> said) {
        this.staging = staging;
        this.said = said;
    }

    /** Throws {@link UnreadableFileException} when it is no table. */
    public StagedCells read(Path file) throws IOException, SQLException {
        CsvText text = CsvText.of(file, staging);
        String beginning = text.beginning(BEGINNING);
        if (beginning.length() == BEGINNING && beginning.indexOf('\n') < 0 && beginning.indexOf('\r') < 0) {
            throw new UnreadableFileException("has no line end in its first million characters");
        }
        CsvShape shape = CsvShape.of(beginning, beginning.length() < BEGINNING, said);
        if (shape.width() > StagedCells.MOST_COLUMNS) {
            throw new UnreadableFileException(
                    "has %,d columns, more than %,d".formatted(shape.width(), StagedCells.MOST_COLUMNS));
        }
        if (shape.width() == 0) {
            throw new UnreadableFileException("is empty");
        }
        load(table(text, shape));
        List<String> notes = new ArrayList<>();
        if (!text.written().equals(StandardCharsets.UTF_8)) {
            notes.add("Read as " + text.written().displayName() + ".");
        }
        long lost = lost(shape, notes);
        List<String> heads = shape.names().isEmpty() ? Collections.nCopies(shape.width(), "") : shape.names();
        return new StagedCells(StagedCells.names(heads), Optional.of(shape.line()), lost, notes);
    }

    /* An engine error is a problem of one file, unless it was cancelled or resources are exhausted. */
    private void load(String table) throws SQLException {
        try {
            staging.execute(table);
        } catch (SQLException e) {
            if (String.valueOf(e.getMessage()).matches("(?s).*(INTERRUPT|No space left|Out of Memory).*")) {
                throw e;
            }
            throw new UnreadableFileException("is not valid CSV", e);
        }
    }

    private static String table(CsvText text, CsvShape shape) {
        String columns = IntStream.range(0, shape.width())
                .mapToObj(i -> CellStaging.text(CellStaging.cell(i)) + ": 'varchar'")
                .collect(Collectors.joining(", ", "{", "}"));
        return "create table cells as select * from read_csv(%s, auto_detect = false, delim = %s, quote = '\"', escape = '\"', header = %s, skip = %d, columns = %s, store_rejects = true)"
                .formatted(
                        CellStaging.text(text.file()),
                        CellStaging.text(String.valueOf(shape.delimiter())),
                        shape.hasHeader(),
                        shape.skipped(),
                        columns);
    }

    /* A row with too few or too many values: which ones are missing is unknown. */
    private long lost(CsvShape shape, List<String> notes) throws SQLException {
        List<List<String>> rejects =
                staging.query("select line, error_type, column_idx from reject_errors order by line limit " + SHOWN);
        for (List<String> reject : rejects) {
            notes.add("Line %s: %s."
                    .formatted(
                            reject.get(0),
                            switch (reject.get(1)) {
                                case "MISSING COLUMNS" -> "fewer than %d values".formatted(shape.width());
                                case "TOO MANY COLUMNS" -> "more than %d values".formatted(shape.width());
                                case "UNQUOTED VALUE" ->
                                    "a quotation mark within a value, or one without an end, so that more may be lost";
                                case "LINE SIZE OVER MAXIMUM" -> "longer than 2 MB";
                                default -> "unreadable";
                            }));
        }
        return Long.parseLong(staging.query("select count(distinct line) from reject_errors")
                .get(0)
                .get(0));
    }
}
