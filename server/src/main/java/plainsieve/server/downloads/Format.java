package plainsieve.server.downloads;

import java.io.IOException;
import java.io.OutputStream;
import java.util.Locale;
import java.util.Optional;
import tools.jackson.databind.json.JsonMapper;

/** The formats of a download. */
public enum Format {
    CSV("text/csv; charset=utf-8") {
        @Override
        RowWriter writer(OutputStream out, FileHeader header, JsonMapper json) throws IOException {
            return new CsvRows(out, header);
        }
    },
    JSON("application/json") {
        @Override
        RowWriter writer(OutputStream out, FileHeader header, JsonMapper json) {
            return new JsonRows(out, header, json);
        }
    },
    XLSX("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet") {
        @Override
        RowWriter writer(OutputStream out, FileHeader header, JsonMapper json) {
            return new XlsxRows(out, header);
        }
    };

    private final String mediaType;

    Format(String mediaType) {
        this.mediaType = mediaType;
    }

    public String mediaType() {
        return mediaType;
    }

    public String extension() {
        return name().toLowerCase(Locale.ROOT);
    }

    abstract RowWriter writer(OutputStream out, FileHeader header, JsonMapper json) throws IOException;

    public static Optional<Format> ofWord(String word) {
        for (Format format : values()) {
            if (format.extension().equals(word)) {
                return Optional.of(format);
            }
        }
        return Optional.empty();
    }
}
