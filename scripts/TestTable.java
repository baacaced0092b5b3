import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/** Prints what test runners reported as a table in words: what, how it went, seconds. Started as a source file. */
final class TestTable {
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
        Map<String, List<Element>> byTest = new LinkedHashMap<>();
        for (int i = 0; i < cases.getLength(); i++) {
            Element one = (Element) cases.item(i);
            byTest.computeIfAbsent(words(one.getAttribute("name")), test -> new ArrayList<>()).add(one);
        }
        byTest.forEach((test, all) -> System.out.printf(
                "| %s: %s | %s | %.1f |%n",
                kind, all.size() == 1 ? test : test + ", " + all.size() + " ways", went(all), seconds(all)));
    }

    private static double seconds(List<Element> all) {
        return all.stream().mapToDouble(one -> Double.parseDouble(one.getAttribute("time"))).sum();
    }

    private static String went(List<Element> all) {
        List<String> each = all.stream().map(TestTable::went).distinct().toList();
        return each.contains("failed") ? "failed" : each.get(0);
    }

    private static String words(String name) {
        return name.replaceFirst("\\(.*", "").replaceAll("([A-Z])", " $1").toLowerCase();
    }

    private static String went(Element one) {
        boolean bad = one.getElementsByTagName("failure").getLength() + one.getElementsByTagName("error").getLength() > 0;
        boolean skipped = one.getElementsByTagName("skipped").getLength() > 0;
        return bad ? "failed" : skipped ? "not tried here" : "held";
    }
}
