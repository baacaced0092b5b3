package plainsieve.server.results.downloads;

import java.io.IOException;
import java.io.OutputStream;
import java.util.Locale;
import java.util.Optional;
import plainsieve.core.value.Keyword;
import plainsieve.server.runtime.spool.Spools;
import tools.jackson.databind.json.JsonMapper;

/** The formats of a download. */
public enum DownloadFormat implements Keyword {
    /** With formulas escaped. */
    CSV("csv", "text/csv; charset=utf-8") {
        @Override
        RowWriter writer(OutputStream out, FileHeader header, Tools tools) throws IOException {
            return new CsvRows(out, header, true);
        }
    },
    /** With verbatim text, for programs. */
    CSV_EXACT("csv", "text/csv; charset=utf-8") {
        @Override
        RowWriter writer(OutputStream out, FileHeader header, Tools tools) throws IOException {
            return new CsvRows(out, header, false);
        }
    },
    JSON("json", "application/json") {
        @Override
        RowWriter writer(OutputStream out, FileHeader header, Tools tools) {
            return new JsonRows(out, header, tools.json());
        }
    },
    XLSX("xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet") {
        @Override
        RowWriter writer(OutputStream out, FileHeader header, Tools tools) {
            return new XlsxRows(out, header);
        }
    },
    PARQUET("parquet", "application/vnd.apache.parquet") {
        @Override
        RowWriter writer(OutputStream out, FileHeader header, Tools tools) throws IOException {
            return new ParquetRows(out, header, tools.spools());
        }
    };

    /** Dependencies of some formats. */
    record Tools(JsonMapper json, Spools spools) {}

    private final String extension;
    private final String mediaType;

    DownloadFormat(String extension, String mediaType) {
        this.extension = extension;
        this.mediaType = mediaType;
    }

    public String mediaType() {
        return mediaType;
    }

    /** How its files end. */
    public String extension() {
        return extension;
    }

    /** The keyword in the API: {@code csv-exact}. */
    @Override
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    abstract RowWriter writer(OutputStream out, FileHeader header, Tools tools) throws IOException;

    public static Optional<DownloadFormat> ofWord(String word) {
        return Keyword.find(DownloadFormat.class, word);
    }
}
