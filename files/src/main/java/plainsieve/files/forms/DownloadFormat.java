package plainsieve.files.forms;

/** The formats of a download. */
public enum DownloadFormat {
    /** With formulas escaped. */
    CSV("csv", "text/csv; charset=utf-8"),
    /** With verbatim text, for programs. */
    CSV_EXACT("csv", "text/csv; charset=utf-8"),
    JSON("json", "application/json"),
    XLSX("xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"),
    PARQUET("parquet", "application/vnd.apache.parquet");

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
}
