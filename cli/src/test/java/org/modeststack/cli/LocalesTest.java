package org.modeststack.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What commands say and write does not depend on the country, whose dots and commas and letters may be others. */
class LocalesTest {
    private record Country(String language, String country, String all) {}

    private static final List<Country> COUNTRIES = List.of(
            new Country("en", "", "C"), new Country("tr", "TR", "tr_TR.UTF-8"), new Country("de", "DE", "de_DE.UTF-8"));

    @TempDir
    Path dir;

    /** In a process of its own, as a locale is chosen when a program starts. */
    private String run(Country c, String... args) throws IOException, InterruptedException {
        List<String> line = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Duser.language=" + c.language,
                "-Duser.country=" + c.country,
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("surefire.test.class.path", System.getProperty("java.class.path")),
                Main.class.getName()));
        line.addAll(List.of(args));
        ProcessBuilder p = new ProcessBuilder(line).redirectErrorStream(true);
        p.environment().put("LC_ALL", c.all);
        Process running = p.start();
        String said = new String(running.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        return said.replaceAll("\"ms\" : \\[[^]]*]", "") + "exit " + running.waitFor();
    }

    @Test
    void everywhereTheSame() throws IOException, InterruptedException {
        Path d = dir.resolve("d.mstack");
        Files.writeString(d, """
                {"format": "modest-stack", "version": 10, "units": "inch", "bodies": [
                  {"id": "a", "name": "Iris", "steps": [{"id": 1, "type": "uv-sphere", "values": {"sides": 24, "rings": 16}},
                    {"id": 2, "type": "mirror", "values": {"across": "xyz", "plane": "middle"}}]}]}
                """);
        List<String> said = new ArrayList<>();
        for (Country c : COUNTRIES) {
            String out = dir.resolve("m-" + c.language + ".obj").toString();
            said.add(run(
                    c,
                    "eval",
                    d.toString(),
                    "--set",
                    "Iris/1.sides=26",
                    "--report",
                    "-",
                    "--out",
                    out,
                    "--units",
                    "INCH"));
            said.add(run(c, "check", out).replace(out, "OUT"));
            said.add(run(c, "eval", d.toString(), "--set", "Iris/1.diameter=1.5 in", "--units", "Furlong"));
        }
        assertTrue(said.getFirst().endsWith("exit 0"), said.getFirst());
        assertTrue(said.get(1).contains(",") && said.get(1).contains(" vertices"), said.get(1));
        assertTrue(said.get(2).endsWith("exit 2"), said.get(2));
        for (int i = 3; i < said.size(); i++) assertEquals(said.get(i - 3), said.get(i));
        String mesh = Files.readString(dir.resolve("m-en.obj")).replace("m-en", "");
        for (Country c : COUNTRIES)
            assertEquals(
                    mesh,
                    Files.readString(dir.resolve("m-" + c.language + ".obj")).replace("m-" + c.language, ""));
    }
}
