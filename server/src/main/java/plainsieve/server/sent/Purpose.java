package plainsieve.server.sent;

/** Why a statement is sent, as Sent shows it. Report and view are empty when there is none. */
public record Purpose(String cause, String reportId, String viewId) {
    public static final String DOWNLOAD = "download";
    public static final Purpose BENCH = new Purpose("bench", "", "");
    public static final Purpose COMPARISON = new Purpose("comparison", "", "");
    public static final Purpose LOOK = new Purpose("look", "", "");
    public static final Purpose EVIDENCE = new Purpose("evidence", "", "");
    public static final Purpose LIST = new Purpose("list", "", "");
}
