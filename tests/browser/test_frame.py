"""The frame: shortcuts, units, dusk, not-found, sign-out, narrow screens, drafts that survive."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.hands import at_rest, turn_to


def test_shortcuts_lead_through_the_stations_and_never_fire_while_typing(page):
    page.goto("/jobs/2026-103/brief")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Kestrel Bend")
    page.keyboard.press("4")
    expect(page.get_by_role("heading", level=1)).to_contain_text("The mast is too thin for the clamp: 70.0 mm")
    page.keyboard.press("u")
    expect(page.get_by_role("heading", level=1)).to_contain_text(re.compile(r"2\.7\d+ in"))
    turn_to(page, "Mast")
    expect(page.get_by_label("Mast outer diameter")).to_have_value("2.756")  # 70 mm
    expect(page.locator("[data-drawing=mount]")).to_contain_text("lbf gust")
    page.keyboard.press("u")
    page.get_by_label("Wall thickness").click()
    page.keyboard.type("u4")
    expect(page.get_by_role("main", name="Mount")).to_be_visible()
    expect(page.get_by_role("alert")).to_contain_text("is not a number")
    page.get_by_label("Wall thickness").fill("3.2")
    page.get_by_label("Wall thickness").blur()
    page.keyboard.press("]")
    expect(page.get_by_text("2026-102 ·")).to_be_visible()
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_contain_text("magnetic or true bearings")


def test_bearings_switch_between_compass_and_true_by_the_declination(page):
    page.goto("/jobs/2026-101/sky")
    turn_to(page, "Points")
    first = page.get_by_role("region", name="Skyline points").locator("table input").first
    compass = float(first.input_value())
    page.keyboard.press("m")
    expect(page.get_by_role("columnheader", name="True bearing")).to_be_visible()
    assert float(first.input_value()) == 330
    assert compass == pytest.approx(355.6, abs=0.2)  # 330° + 25.6° west
    expect(page.get_by_label("Dial figures")).to_contain_text("True bearing")


def test_what_could_not_be_saved_survives_a_reload(page):
    page.goto("/jobs/2026-105/brief")
    page.get_by_label("Place", exact=True).fill("behind the hill")
    expect(page.get_by_role("alert")).to_contain_text("not understood")
    page.reload()
    place = page.get_by_label("Place", exact=True)
    expect(place).to_have_value("")  # what holds, not what was refused
    expect(page.get_by_text("“behind the hill” was not taken")).to_contain_text("accepted are")
    page.get_by_role("button", name="Put it right").click()
    expect(place).to_have_value("behind the hill")
    place.fill("-29.4, 27.8")
    place.blur()
    expect(page.get_by_text("was not taken")).to_have_count(0)


def test_a_satellite_below_the_horizon_is_said_and_not_drawn(page):
    page.goto("/jobs/2026-104/brief")
    page.get_by_label("Place", exact=True).fill("40, 170")
    expect(page.get_by_text("Understood as decimal")).to_contain_text("40°00'00.0\"N")
    page.keyboard.press("Tab")
    page.goto("/jobs/2026-104/aim")
    expect(page.get_by_role("heading", level=1)).to_contain_text("below the horizon")
    expect(page.get_by_role("complementary", name="Findings")).to_contain_text("The Earth itself stands in the way")


def test_a_press_counts_though_the_page_moves_away_under_it(page):
    page.goto("/jobs/2026-102/mount")
    box = at_rest(page.get_by_role("button", name="History"))
    page.mouse.move(box["x"] + 8, box["y"] + 8)
    page.mouse.down()
    page.evaluate("document.querySelector('main').style.paddingTop = '160px'")  # what is said of an entry comes above
    assert page.get_by_role("button", name="History").bounding_box()["y"] > box["y"] + box["height"]
    page.mouse.up()
    expect(page.get_by_role("list", name="Changes, newest first")).to_be_visible()


def test_find_narrows_the_list_and_an_empty_result_says_so(page):
    page.goto("/")
    page.get_by_role("heading", name="Jobs").wait_for()
    page.keyboard.press("/")
    page.keyboard.type("weir")
    expect(page.get_by_role("list", name="Jobs").get_by_role("listitem")).to_have_count(1)
    page.keyboard.type("zzz")
    expect(page.get_by_text("No job matches")).to_be_visible()


def test_unknown_addresses_and_jobs_say_what_to_do(page):
    page.goto("/nowhere")
    expect(page.get_by_role("heading", name="There is nothing at this address")).to_be_visible()
    page.goto("/jobs/1999-001/aim")
    expect(page.get_by_text("There is no job 1999-001.")).to_be_visible()


def test_dusk_is_kept_and_the_drawings_follow(page):
    page.goto("/jobs/2026-101/aim")
    page.get_by_role("button", name="Day").click()
    page.reload()
    expect(page.get_by_role("button", name="Dusk")).to_be_visible()
    assert page.evaluate("getComputedStyle(document.body).backgroundColor") == "rgb(16, 25, 28)"
    stroke = page.locator("[data-drawing=dial] svg circle").first.evaluate("node => getComputedStyle(node).stroke")
    assert stroke == "rgb(237, 241, 236)"


def test_no_station_is_wider_than_its_screen(page):
    """The leaves of each are measured where they are walked through for their accessibility."""
    for name in ("brief", "aim", "sky", "mount", "cable", "build", "peak", "bringup", "handover"):
        page.goto(f"/jobs/2026-102/{name}")
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        for width in (820, 390):
            page.set_viewport_size({"width": width, "height": 1180})
            page.wait_for_function("width => document.documentElement.scrollWidth <= width", arg=width)
            expect(page.locator("nav[aria-label=Stations] [aria-current]")).to_be_in_viewport(ratio=1)


def test_what_was_typed_in_the_last_moment_stays_with_its_own_job(page):
    page.goto("/jobs/2026-104/cable")
    page.get_by_role("button", name="Add a piece").click()
    page.get_by_label("Length, row 1").fill("12.5")
    page.locator("h1").click()
    page.keyboard.press("]")  # the next job, before the pause after which a grid is sent
    expect(page).not_to_have_url(re.compile("2026-104"))
    other = re.search(r"/jobs/([0-9-]+)/", page.url)[1]
    page.get_by_role("main", name="Cable").wait_for()
    # Past the pause after which a grid is sent, by the page's own clock: nothing more may come then.
    page.wait_for_function("(from) => performance.now() - from > 1000", arg=page.evaluate("performance.now()"))
    lengths = {
        number: [
            one["length_m"] for one in page.request.get(f"/api/jobs/{number}").json()["facts"]["cable"]["cable_pieces"]
        ]
        for number in ("2026-104", other)
    }
    assert 12.5 in lengths["2026-104"]
    assert 12.5 not in lengths[other]


def test_signing_out_shuts_the_door(page):
    page.goto("/")
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_role("button", name="Enter the demo")).to_be_visible()
    page.goto("/jobs/2026-101/aim")
    expect(page).to_have_url(re.compile("sign-in"))
    page.get_by_role("button", name="Enter the demo").click()
    expect(page.get_by_role("main", name="Aim")).to_be_visible()  # where the person wanted to go


def test_the_trades_words_are_found_with_their_reference(page):
    page.goto("/")
    page.get_by_role("navigation", name="Places").get_by_role("link", name="Words").click()
    page.get_by_label("Find a word").fill("declin")
    expect(page.locator("dl > div").filter(has=page.get_by_text("Declination", exact=True))).to_contain_text(
        "the compass reads true less declination"
    )
    page.get_by_label("Find a word").fill("frobnicate")
    expect(page.get_by_text("No word here holds")).to_be_visible()


def test_two_screens_see_each_other_and_history_takes_a_change_back_after_a_reload(page):
    page.goto("/jobs/2026-105/brief")
    other = page.context.new_page()
    other.goto("/jobs/2026-105/brief")
    other.get_by_label("Customer", exact=True).wait_for()
    page.get_by_label("Customer", exact=True).fill("Two screens")
    expect(other.get_by_text("2026-105 · Two screens")).to_be_visible()
    expect(other.get_by_text(re.compile(r"Changed by [\w -]+ on another screen: Customer"))).to_be_visible()
    expect(other.get_by_label("Customer", exact=True)).to_have_value("Two screens")
    page.reload()
    page.get_by_role("button", name="History").click()
    history = page.get_by_role("list", name="Changes, newest first")
    expect(history.get_by_role("listitem").first).to_contain_text("→ Two screens")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("Taken back: Customer")).to_be_visible()
    expect(other.get_by_label("Customer", exact=True)).not_to_have_value("Two screens")
    page.get_by_role("button", name="Redo").click()
    expect(other.get_by_label("Customer", exact=True)).to_have_value("Two screens")
    other.close()


def test_a_finding_leads_to_its_entry_over_leaves_and_stations(page):
    page.goto("/jobs/2026-103/mount")
    page.get_by_role("link", name="Change it: The mast is too thin for the clamp").click()
    expect(page.get_by_label("Mast outer diameter")).to_be_focused()
    page.goto("/jobs/2026-103/brief")
    page.get_by_role("link", name="Change it: The weather stops or hinders some of the work").click()
    expect(page).to_have_url(re.compile(r"/brief/visit#brief\.forecast_gust_mps$"))
    expect(page.get_by_label("Gusts forecast")).to_be_focused()
    page.keyboard.press("Escape")
    expect(page.get_by_label("Gusts forecast")).not_to_be_focused()
    page.keyboard.press("3")  # Esc has left the field, so keys are shortcuts again
    expect(page.get_by_role("main", name="Sky")).to_be_visible()
    expect(page).to_have_title(re.compile("^Sky · 2026-103"))


def test_leaves_turn_by_key_and_stand_in_the_address(page):
    page.goto("/jobs/2026-103/aim")
    page.get_by_role("table", name="Figures of the aim").wait_for()  # the leaves are there with the sheet, not before
    page.keyboard.press(";")
    expect(page).to_have_url(re.compile("/aim/instruments$"))
    expect(page.get_by_role("table", name="Instruments")).to_be_visible()
    page.keyboard.press(",")
    expect(page.get_by_role("table", name="Figures of the aim")).to_be_visible()
    page.reload()
    expect(page.get_by_role("table", name="Figures of the aim")).to_be_visible()


def test_a_pair_that_serves_is_taken_with_one_press(page):
    page.goto("/jobs")
    page.get_by_role("button", name="New job").click()
    page.get_by_label("Place", exact=True).fill("-29.41, 27.8")
    page.get_by_label("Place", exact=True).blur()
    turn_to(page, "Choice")
    table = page.get_by_role("table", name="What serves here")
    expect(table.get_by_role("row").nth(1)).to_contain_text("dB")
    expect(table.get_by_role("row").nth(1).get_by_label("Not yet known: No skyline has been read")).to_be_visible()
    page.get_by_role("button", name="Take Hamerkop 2 with Tarn 74").click()
    expect(table.get_by_role("row").filter(has_text="Hamerkop 2, Tarn 74")).to_contain_text("taken")
    expect(page.get_by_role("heading", level=1)).to_contain_text("Tarn 74 to Hamerkop 2")


def test_a_job_is_archived_and_brought_back_from_the_list(page):
    page.goto("/jobs")
    row = page.get_by_role("list", name="Jobs").get_by_role("listitem").filter(has_text="2026-104")
    page.get_by_role("button", name="What to do with 2026-104").click()
    page.get_by_text("Archive", exact=True).click()
    expect(row).to_have_count(0)
    page.get_by_role("button", name="Bring it back").click()
    expect(row).to_be_visible()


def test_the_shell_opens_while_the_server_is_away(browser, address):
    context = browser.new_context(base_url=address, service_workers="allow")
    page = context.new_page()
    assert context.request.post("/api/session/demo").ok
    page.goto("/jobs")
    page.get_by_role("heading", name="Jobs").wait_for()
    page.evaluate("navigator.serviceWorker.ready.then(() => true)")
    page.reload()  # what the page loads now is kept
    page.get_by_role("heading", name="Jobs").wait_for()
    page.goto("/jobs/2026-103/aim")
    page.get_by_role("table", name="Figures of the aim").wait_for()
    expect(page.get_by_text("34°").first).to_be_visible()
    wanted = len(context.request.get("/shell.json").json())
    for _ in range(300):
        if page.evaluate("caches.open('rindle-shell').then((one) => one.keys()).then((all) => all.length)") > wanted:
            break
        page.wait_for_timeout(100)
    context.set_offline(True)
    page.goto("/jobs/2026-103/aim")
    expect(page.get_by_text("The server on this laptop does not answer.")).to_be_visible()
    expect(page.get_by_text("34°")).to_have_count(0)  # no figure of an earlier hour
    context.set_offline(False)
    page.goto("/jobs/2026-103/aim")
    page.get_by_role("table", name="Figures of the aim").wait_for()
    context.close()


def test_a_page_that_is_older_than_the_server_is_loaded_anew(page):
    """Rindle was brought up to date while the page was open: a part of the old page is not to be had."""
    page.goto("/jobs")
    page.get_by_role("heading", name="Jobs").wait_for()
    asked = []

    def gone_once(route):
        asked.append(route.request.url)
        if len(asked) == 1:
            route.fulfill(status=404, content_type="text/plain", body="another version")
        else:
            route.continue_()

    page.route("**/assets/DiaryPage-*.js", gone_once)
    page.get_by_role("link", name="Diary", exact=True).click()
    page.get_by_role("main").get_by_role("heading", name="Diary").first.wait_for()
    assert page.url.endswith("/diary")
    assert len(asked) >= 2


def test_a_page_that_was_kept_in_a_files_stead_is_not_served_as_it(browser, address):
    context = browser.new_context(base_url=address, service_workers="allow")
    page = context.new_page()
    assert context.request.post("/api/session/demo").ok
    page.goto("/jobs")
    page.get_by_role("heading", name="Jobs").wait_for()
    page.evaluate("navigator.serviceWorker.ready.then(() => true)")
    page.reload()
    page.evaluate(
        """async () => {
          const cache = await caches.open('rindle-shell')
          const headers = { 'content-type': 'text/html; charset=utf-8' }
          const page = () => new Response('<!doctype html>', { headers })
          for (const script of document.querySelectorAll('script[src]')) await cache.put(script.src, page())
        }"""
    )
    page.reload()
    page.get_by_role("heading", name="Jobs").wait_for()
    context.close()


def test_a_session_that_ends_under_the_page_loses_nothing(page, context):
    """The entry waits, and is saved once somebody signs in again; nothing says that it is saved before."""
    page.goto("/jobs/2026-105/mount/mast")
    field = page.get_by_label("Mast outer diameter", exact=True)
    field.wait_for()
    context.clear_cookies()
    field.fill("60.3")
    field.blur()
    again = page.get_by_role("dialog")
    expect(again).to_contain_text("One entry is not sent yet")
    expect(page.get_by_text("1 not sent: sign in again")).to_be_visible()
    again.get_by_role("button", name="Enter the demo").click()
    expect(again).to_have_count(0)
    expect(page.get_by_text(re.compile("^Saved"))).to_be_visible()
    page.reload()
    expect(field).to_have_value("60.3")


def drop(page, name, content, kind):
    """Drops a file on the middle of the page, as a person does from the desk."""
    page.evaluate(
        """([name, content, kind]) => {
          const dataTransfer = new DataTransfer()
          dataTransfer.items.add(new File([content], name, { type: kind }))
          const told = { bubbles: true, cancelable: true, dataTransfer }
          for (const event of ['dragover', 'drop'])
            document.querySelector('main').dispatchEvent(new DragEvent(event, told))
        }""",
        [name, content, kind],
    )


def test_a_file_that_is_dropped_goes_where_it_fits_or_asks(page):
    page.goto("/jobs/2026-105/mount")
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    drop(page, "permit.pdf", "%PDF-1.4", "application/pdf")  # one place takes it
    expect(page.get_by_role("status").first).to_contain_text("Saved")
    documents = page.request.get("/api/jobs/2026-105").json()["documents"]
    assert "permit.pdf" in [one["name"] for one in documents]
    drop(page, "order.csv", "customer\nHigh Pasture Dairy\n", "text/csv")
    asked = page.get_by_role("dialog", name="A dropped file")
    expect(asked).to_contain_text("What is order.csv?")
    asked.get_by_role("button", name="A work order: read it").click()
    expect(page.get_by_text("2026-105 · High Pasture Dairy")).to_be_visible()
    page.goto("/people")
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    drop(page, "permit.pdf", "%PDF-1.4", "application/pdf")
    expect(page.get_by_role("alert")).to_contain_text("Nothing on this page takes permit.pdf")


def test_hands_free_speaks_the_answer_and_a_remote_goes_on(page):
    page.add_init_script(
        "window.said = []; window.SpeechSynthesisUtterance = function (text) { this.text = text };"
        "Object.defineProperty(window, 'speechSynthesis',"
        " { value: { cancel() {}, speak(one) { window.said.push(one.text) } } })"
    )
    page.goto("/jobs/2026-103/build")
    page.get_by_role("button", name="Hands free").click()
    page.get_by_text("The answer is spoken").click()
    page.get_by_text("A remote goes on").click()
    page.keyboard.press("Escape")
    here = page.locator("details.system .part.here").first
    expect(here).to_be_visible()
    expect(page.get_by_role("heading", level=1)).to_contain_text("1 of 15 steps done")
    page.keyboard.press("PageDown")
    expect(page.get_by_role("heading", level=1)).to_contain_text("2 of 15 steps done")
    for _ in range(40):
        if page.evaluate("window.said.length"):
            break
        page.wait_for_timeout(100)
    assert re.match(r"(Clear|Mind|Hold|Not yet known)\. ", page.evaluate("window.said.at(-1)"))


def test_a_leaf_opens_on_a_telephone_or_it_is_said_why_not(page):
    page.goto("/jobs/2026-101/sky/points")
    page.get_by_role("button", name="On a telephone").click()
    expect(page.get_by_text("start it with --listen 0.0.0.0")).to_be_visible()  # the tests' server lets nobody in
    with page.expect_response(lambda answer: "/elsewhere" in answer.url) as asked:
        page.keyboard.press("Escape")
        page.goto("/jobs/2026-101/peak/readings")
        page.get_by_role("button", name="On a telephone").click()
    assert asked.value.url.endswith("leaf=peak%2Freadings") or asked.value.url.endswith("leaf=peak/readings")
