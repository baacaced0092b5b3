package plainsieve.server.jobs.reportmail;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Paint;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.text.NumberFormat;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jfree.chart.ChartFactory;
import org.jfree.chart.ChartUtils;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.axis.CategoryAxis;
import org.jfree.chart.axis.NumberAxis;
import org.jfree.chart.axis.ValueAxis;
import org.jfree.chart.block.BlockBorder;
import org.jfree.chart.labels.ItemLabelAnchor;
import org.jfree.chart.labels.ItemLabelPosition;
import org.jfree.chart.labels.StandardCategoryItemLabelGenerator;
import org.jfree.chart.plot.CategoryPlot;
import org.jfree.chart.plot.PlotOrientation;
import org.jfree.chart.plot.XYPlot;
import org.jfree.chart.renderer.category.BarRenderer;
import org.jfree.chart.renderer.category.StackedBarRenderer;
import org.jfree.chart.renderer.category.StandardBarPainter;
import org.jfree.chart.renderer.xy.XYLineAndShapeRenderer;
import org.jfree.chart.ui.RectangleInsets;
import org.jfree.chart.ui.TextAnchor;
import org.jfree.data.category.DefaultCategoryDataset;
import org.jfree.data.time.Day;
import org.jfree.data.time.TimeSeries;
import org.jfree.data.time.TimeSeriesCollection;

/** Charts as images for emails. */
final class ChartImage {
    /** How wide a picture is shown. */
    static final int WIDTH = 600;

    private static final int DRAWN = 2;
    private static final int LINE_HEIGHT = 220;
    private static final int BAR_HEIGHT = 26;
    private static final int AROUND_BARS = 24;
    private static final int LEGEND_HEIGHT = 30;
    private static final float LINE_WIDTH = 2f;
    private static final Color PAPER = new Color(0xfffefb);
    private static final Color INK = new Color(0x20303a);
    private static final Color RULE = new Color(0xddd7ca);
    private static final List<Color> SERIES = List.of(
            new Color(0x175a6b),
            new Color(0xb0431f),
            new Color(0x8a4fa3),
            new Color(0x1c7c54),
            new Color(0x2b5fb3),
            new Color(0x7a6a00),
            new Color(0xa8325a),
            new Color(0x5c5c6b));
    private static final Font FACE = new Font(Font.SANS_SERIF, Font.PLAIN, 12);

    private final Locale locale;

    ChartImage(Locale locale) {
        this.locale = locale;
    }

    /** @param name may be empty for a single series. @param values by category, in order */
    record Series<K>(String name, Map<K, Double> values) {}

    /** Horizontal bars, one label per line. @param stacked whether parts are stacked instead of side by side */
    byte[] bars(List<Series<String>> series, boolean stacked) {
        DefaultCategoryDataset data = new DefaultCategoryDataset();
        series.forEach(one -> one.values().forEach((name, value) -> data.addValue(value, one.name(), name)));
        boolean parts = series.size() > 1;
        JFreeChart chart = parts && stacked
                ? ChartFactory.createStackedBarChart(
                        null, null, null, data, PlotOrientation.HORIZONTAL, true, false, false)
                : ChartFactory.createBarChart(null, null, null, data, PlotOrientation.HORIZONTAL, parts, false, false);
        CategoryPlot plot = chart.getCategoryPlot();
        plot.setRenderer(renderer(series.size(), data.getColumnCount(), stacked));
        quiet(plot.getDomainAxis());
        plot.getRangeAxis().setVisible(false);
        plot.getRangeAxis().setUpperMargin(0.16);
        plot.setRangeGridlinesVisible(false);
        plot.setOutlineVisible(false);
        plot.setBackgroundPaint(PAPER);
        int each = parts && !stacked ? series.size() : 1;
        int height = AROUND_BARS + BAR_HEIGHT * Math.max(1, data.getColumnCount()) * each;
        return png(chart, height + (parts ? LEGEND_HEIGHT : 0));
    }

    private BarRenderer renderer(int parts, int bars, boolean stacked) {
        BarRenderer renderer = parts > 1 && stacked ? new StackedBarRenderer() : new BarRenderer();
        renderer.setBarPainter(new StandardBarPainter());
        renderer.setShadowVisible(false);
        renderer.setMaximumBarWidth(1.0 / Math.max(2, bars));
        renderer.setItemMargin(0);
        if (parts <= 1) {
            renderer.setDefaultItemLabelGenerator(
                    new StandardCategoryItemLabelGenerator("{2}", NumberFormat.getInstance(locale)));
            renderer.setDefaultItemLabelsVisible(true);
            renderer.setDefaultPositiveItemLabelPosition(
                    new ItemLabelPosition(ItemLabelAnchor.OUTSIDE3, TextAnchor.CENTER_LEFT));
            renderer.setDefaultNegativeItemLabelPosition(
                    new ItemLabelPosition(ItemLabelAnchor.OUTSIDE9, TextAnchor.CENTER_RIGHT));
            renderer.setDefaultItemLabelFont(FACE);
            renderer.setDefaultItemLabelPaint(INK);
        }
        for (int i = 0; i < parts; i++) {
            renderer.setSeriesPaint(i, color(i));
        }
        return renderer;
    }

    private static void quiet(CategoryAxis axis) {
        axis.setTickLabelFont(FACE);
        axis.setTickLabelPaint(INK);
        axis.setAxisLineVisible(false);
        axis.setTickMarksVisible(false);
        axis.setMaximumCategoryLabelWidthRatio(0.34f);
    }

    /** A line over days for each series. */
    byte[] lines(List<Series<LocalDate>> series) {
        TimeSeriesCollection data = new TimeSeriesCollection();
        for (Series<LocalDate> one : series) {
            TimeSeries points = new TimeSeries(one.name());
            one.values()
                    .forEach((day, value) -> points.addOrUpdate(
                            new Day(day.getDayOfMonth(), day.getMonthValue(), day.getYear()), value));
            data.addSeries(points);
        }
        boolean several = series.size() > 1;
        JFreeChart chart = ChartFactory.createTimeSeriesChart(null, null, null, data, several, false, false);
        XYPlot plot = chart.getXYPlot();
        boolean single = series.stream().allMatch(one -> one.values().size() < 2);
        XYLineAndShapeRenderer renderer = new XYLineAndShapeRenderer(true, single);
        for (int i = 0; i < series.size(); i++) {
            renderer.setSeriesPaint(i, color(i));
            renderer.setSeriesStroke(i, new BasicStroke(LINE_WIDTH));
        }
        plot.setRenderer(renderer);
        plot.setBackgroundPaint(PAPER);
        plot.setOutlineVisible(false);
        plot.setDomainGridlinesVisible(false);
        plot.setRangeGridlinePaint(RULE);
        quiet(plot.getDomainAxis());
        quiet(plot.getRangeAxis());
        ((NumberAxis) plot.getRangeAxis()).setNumberFormatOverride(NumberFormat.getInstance(locale));
        return png(chart, LINE_HEIGHT + (several ? LEGEND_HEIGHT : 0));
    }

    private static void quiet(ValueAxis axis) {
        axis.setTickLabelFont(FACE);
        axis.setTickLabelPaint(INK);
        axis.setAxisLineVisible(false);
        axis.setTickMarksVisible(false);
    }

    private static Paint color(int series) {
        return SERIES.get(series % SERIES.size());
    }

    private static byte[] png(JFreeChart chart, int height) {
        chart.setBackgroundPaint(PAPER);
        chart.setPadding(new RectangleInsets(4, 4, 4, 4));
        if (chart.getLegend() != null) {
            chart.getLegend().setBackgroundPaint(PAPER);
            chart.getLegend().setFrame(BlockBorder.NONE);
            chart.getLegend().setItemFont(FACE);
            chart.getLegend().setItemPaint(INK);
        }
        BufferedImage image = chart.createBufferedImage(WIDTH * DRAWN, height * DRAWN, WIDTH, height, null);
        try {
            return ChartUtils.encodeAsPNG(image);
        } catch (IOException e) {
            throw new UncheckedIOException("Memory can always be written", e);
        }
    }
}
