import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/** Prints what test runners reported as a table in words: what, how it went, seconds. Started as a source file. */
final class TestTable {
    private static final Pattern ROW = Pattern.compile("\\[(\\d+)]");

    public static void main(String[] folders) throws Exception {
        System.out.println("| what | how it went | seconds |\n|---|---|---:|");
        for (String folder : folders) {
            for (Path report : reports(Path.of(folder))) {
                print(report.toFile());
            }
        }
    }

    private static List<Path> reports(Path folder) throws Exception {
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(file -> file.getFileName().toString().matches("TEST-.*\\.xml")).sorted().toList();
        }
    }

    private static void print(File report) throws Exception {
        Element suite = DocumentBuilderFactory.newInstance().newDocumentBuilder().parse(report).getDocumentElement();
        String kind = suite.getAttribute("name").replaceAll(".*\\.", "").replaceFirst("Test$", "");
        NodeList cases = suite.getElementsByTagName("testcase");
        for (int i = 0; i < cases.getLength(); i++) {
            Element one = (Element) cases.item(i);
            System.out.printf("| %s: %s | %s | %s |%n", kind, words(one.getAttribute("name")), went(one), one.getAttribute("time"));
        }
    }

    private static String words(String name) {
        Matcher row = ROW.matcher(name);
        String said = name.replaceFirst("\\(.*", "").replaceAll("(?<=[a-z])([A-Z])", " $1").toLowerCase();
        return row.find() ? said + ", " + row.group(1) : said;
    }

    private static String went(Element one) {
        boolean bad = one.getElementsByTagName("failure").getLength() + one.getElementsByTagName("error").getLength() > 0;
        boolean skipped = one.getElementsByTagName("skipped").getLength() > 0;
        return bad ? "failed" : skipped ? "not tried here" : "held";
    }
}
