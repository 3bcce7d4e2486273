"""Default cash-flow valuations of ten companies, computed a second time and apart from the program.

Reads nothing of it: the rows below are all there is. Writes default-valuations.json, rows and figures, which
DefaultValuationTest.php holds the program to. Run: python3 default_valuations.py
"""
import datetime
import json
import math
import os

AS_OF = datetime.date(2026, 6, 30)
TAX, PREMIUM = 0.25, 0.05
YEARS = range(2019, 2026)
SPREADS = [(12.0, 0.006), (8.0, 0.009), (5.5, 0.013), (4.0, 0.018), (3.0, 0.025), (2.0, 0.038), (1.25, 0.06), (0.75, 0.09)]

# Revenue by year, margins in per mille, then lines that stay as they are; what a row does not name is reported as zero.
COMPANIES = {
    "plain": dict(revenue=[800, 850, 870, 930, 990, 1040, 1100], margin=[120, 125, 110, 130, 128, 121, 135], interest=14, debt=(30, 210),
                  cash=90, current=(420, 260), shares=50.0, price=24.0, wobble=1.1, rate=0.031),
    "minority": dict(
        equity=1.4, revenue=[400, 410, 440, 480, 500, 530, 560], margin=[150, 151, 149, 160, 155, 152, 158], interest=9, debt=(0, 120),
                     cash=40, current=(210, 150), shares=20.0, price=41.0, wobble=0.8, rate=0.031, minority_interest=64.0),
    "preferred": dict(revenue=[400, 410, 440, 480, 500, 530, 560], margin=[150, 151, 149, 160, 155, 152, 158], interest=9, debt=(0, 120),
                      cash=40, current=(210, 150), shares=20.0, price=41.0, wobble=0.8, rate=0.031, preferred_equity=31.0,
                      minority_interest=7.0),
    "leases and pensions": dict(revenue=[2000, 1900, 1700, 2100, 2200, 2300, 2350], margin=[60, 55, 20, 62, 66, 64, 61],
                                interest=40, debt=(90, 480),
                                cash=120, current=(700, 810), leases=(35, 330.0), shares=110.0, price=9.5, wobble=1.6, rate=0.024,
                                pension_liabilities=85.0, equity_method_investments=44.0, long_term_investments=12.5),
    "suppliers pay": dict(revenue=[3000, 3300, 3500, 3800, 4100, 4600, 5000], margin=[31, 30, 33, 36, 30, 34, 35], interest=0, debt=(0, 0),
                          cash=640, current=(1100, 1350), shares=200.0, price=15.0, wobble=0.6, rate=0.045),
    "loss": dict(revenue=[90, 130, 160, 220, 260, 300, 340], margin=[-300, -250, -180, -110, -90, -60, -20], interest=6, debt=(10, 80),
                 cash=150, current=(230, 90), shares=30.0, price=11.0, wobble=2.2, rate=0.012),
    "consensus": dict(revenue=[500, 520, 560, 610, 640, 700, 760], margin=[180, 176, 190, 185, 188, 192, 187], interest=22, debt=(15, 290),
                      cash=75, current=(300, 190), shares=40.0, price=33.0, wobble=1.3, rate=0.04, consensus=851.2),
    "split on the filing day": dict(revenue=[800, 850, 870, 930, 990, 1040, 1100], margin=[120, 125, 110, 130, 128, 121, 135],
                                    interest=14, debt=(30, 210),
                                    cash=90, current=(420, 260), shares=50.0, price=24.0, wobble=1.1, rate=0.031, split=(20260302, 4.0)),
    "filed before a split": dict(revenue=[800, 850, 870, 930, 990, 1040, 1100], margin=[120, 125, 110, 130, 128, 121, 135],
                                 interest=14, debt=(30, 210),
                                 cash=90, current=(420, 260), shares=50.0, price=24.0, wobble=1.1, rate=0.031, split=(20260510, 3.0)),
    "parts of cash": dict(
        equity=-0.2, revenue=[700, 705, 690, 650, 640, 600, 585], margin=[90, 84, 70, 66, 52, 41, 30], interest=31, debt=(120, 260),
                          cash=55, parts=(35.0, 20.0), current=(300, 330), shares=64.0, price=3.2, wobble=1.9, rate=0.02),
}


def month_ends():
    days = []
    for year in range(2020, 2027):
        for month in range(1, 13):
            last = datetime.date(year + month // 12, month % 12 + 1, 1) - datetime.timedelta(days=1)
            while last.weekday() > 4:
                last -= datetime.timedelta(days=1)
            if last <= AS_OF:
                days.append(last)
    return days


def number(day):
    return day.year * 10000 + day.month * 100 + day.day


DAYS = month_ends()
INDEX = [1000.0 * math.exp(0.004 * i + 0.05 * math.sin(1.7 * i) + 0.02 * math.cos(0.9 * i * i)) for i in range(len(DAYS))]


def median(values):
    values = sorted(values)
    half = len(values) // 2
    return values[half] if len(values) % 2 else (values[half - 1] + values[half]) / 2


def rows(c):
    """Annual lines as filed on 2 March of the next year, in shares of the filing."""
    years = {}
    for i, year in enumerate(YEARS):
        revenue = float(c["revenue"][i])
        lines = {
            "revenue": revenue,
            "operating_income": revenue * c["margin"][i] / 1000,
            "interest_expense": float(c["interest"]),
            "depreciation_amortization": revenue * (0.04 + 0.002 * (i % 3)),
            "capital_expenditure": revenue * (0.05 + 0.003 * (i % 4)),
            "total_current_assets": c["current"][0] * (0.8 + 0.03 * i),
            "total_current_liabilities": c["current"][1] * (0.8 + 0.03 * i),
            "short_term_debt": float(c["debt"][0]),
            "long_term_debt": float(c["debt"][1]),
            "finance_lease_liabilities": 0.0,
            "total_debt": float(sum(c["debt"])),
            "lease_liabilities_current": float(c.get("leases", (0, 0))[0]),
            "operating_lease_liabilities": float(c.get("leases", (0, 0))[1]),
            "shares_outstanding_period_end": c["shares"] * (1 + 0.002 * (i - 6)),
        }
        if "parts" in c:
            lines["cash_and_equivalents"], lines["short_term_investments"] = c["parts"]
        else:
            lines["cash_and_short_term_investments"] = float(c["cash"])
        # Capital turns over faster in some of them than in others, and two have less of it than nothing.
        lines["total_equity"] = revenue * c.get("equity", 0.45)
        for name in ("pension_liabilities", "minority_interest", "preferred_equity", "equity_method_investments", "long_term_investments"):
            lines[name] = float(c.get(name, 0.0))
        # A filing of the ex-date itself, or later, is in new shares.
        if "split" in c and (year + 1) * 10000 + 302 >= c["split"][0]:
            lines["shares_outstanding_period_end"] *= c["split"][1]
        years[year] = lines
    return years


def prices(c):
    """Raw closes: before a split in old shares."""
    new = [c["price"] * math.exp(0.003 * (i - len(DAYS) + 1) + c["wobble"] * (math.log(INDEX[i] / INDEX[-1]) - 0.004 * (i - len(DAYS) + 1))
               + 0.03 * math.sin(2.3 * i)
           - 0.03 * math.sin(2.3 * (len(DAYS) - 1))) for i in range(len(DAYS))]
    if "split" not in c:
        return new, new
    return new, [p * c["split"][1] if number(d) < c["split"][0] else p for p, d in zip(new, DAYS)]


def valuation(c):
    lines = rows(c)
    last = lines[2025]
    adjusted, _ = prices(c)
    x = [INDEX[i] / INDEX[i - 1] - 1 for i in range(1, len(DAYS))][-60:]
    y = [adjusted[i] / adjusted[i - 1] - 1 for i in range(1, len(DAYS))][-60:]
    mx, my = sum(x) / 60, sum(y) / 60
    beta = sum((a - mx) * (b - my) for a, b in zip(x, y)) / sum((a - mx) ** 2 for a in x)
    beta = 1 / 3 + 2 / 3 * beta
    shares = last["shares_outstanding_period_end"]
    if "split" in c and 20260302 < c["split"][0]:
        shares *= c["split"][1]
    cash = sum(c["parts"]) if "parts" in c else last["cash_and_short_term_investments"]
    debt, leases = last["total_debt"], last["operating_lease_liabilities"]
    market = shares * adjusted[-1]
    if last["interest_expense"] == 0:
        spread = SPREADS[0][1]
    else:
        cover = last["operating_income"] / last["interest_expense"]
        spread = next((s for least, s in SPREADS if cover >= least), 0.14)
    equity_cost = c["rate"] + beta * PREMIUM
    rate = (market * equity_cost + (debt + leases) * (c["rate"] + spread) * (1 - TAX)) / (market + debt + leases)
    growth = max(0.0, min(c["rate"] - 0.005, 0.03))

    def history(f):
        return median([f(lines[y]) for y in range(2021, 2026)])

    def operating_working_capital(l):
        has = cash if "parts" in c else l["cash_and_short_term_investments"]
        return (l["total_current_assets"] - has) - (l["total_current_liabilities"] - l["short_term_debt"] - l["lease_liabilities_current"])

    start = (c["consensus"] / last["revenue"] - 1 if "consensus" in c
             else median([lines[y]["revenue"] / lines[y - 1]["revenue"] - 1 for y in range(2021, 2026)]))
    start = min(0.4, max(-0.2, start))
    margin = history(lambda l: l["operating_income"] / l["revenue"])
    depreciation = history(lambda l: l["depreciation_amortization"] / l["revenue"])
    expenditure = history(lambda l: l["capital_expenditure"] / l["revenue"])
    working = history(lambda l: operating_working_capital(l) / l["revenue"])
    capital = last["total_equity"] + debt - cash - last["equity_method_investments"] - last["long_term_investments"]
    at_cost = rate * capital / last["revenue"] / (1 - TAX)
    fades = capital > 0 and margin > at_cost
    stub = 1 - (AS_OF - datetime.date(2025, 12, 31)).days / 365
    revenue, pool, total, flows, time = last["revenue"], 0.0, 0.0, [], 0.0
    for t in range(10):
        grown = start if t < 2 else start + (growth - start) * (t - 1) / 8
        before, revenue = revenue, revenue * (1 + grown)
        earned = margin if not fades or t < 2 else margin + ((margin + at_cost) / 2 - margin) * (t - 1) / 8
        profit = revenue * earned
        used = min(pool, profit) if profit > 0 else 0.0
        pool = pool - used if profit > 0 else pool - profit
        tax = max(0.0, profit - used) * TAX
        flow = profit - tax + revenue * depreciation - revenue * expenditure - (revenue - before) * working
        flows.append(flow)
        length = stub if t == 0 else 1.0
        total += flow * length * (1 + rate) ** -(time + length / 2)
        time += length
    on_new = max(0.01, rate)
    following = revenue * (1 + growth) * earned * (1 - TAX)
    terminal = following * (1 - growth / on_new) / (rate - growth)
    beyond = terminal * (1 + rate) ** -(time - 0.5)
    enterprise = total + beyond
    invested = last["equity_method_investments"] + last["long_term_investments"]
    equity = (enterprise + cash + invested - debt - leases - last["pension_liabilities"]
              - last["minority_interest"] - last["preferred_equity"])
    return {
        "beta": beta, "cost_of_equity": equity_cost, "cost_of_debt": c["rate"] + spread, "discount_rate": rate, "terminal_growth": growth,
        "market_value": market, "shares": shares, "stub": stub, "working_capital_to_revenue_change": working, "flows": flows,
        "present_value": total,
        "terminal_value": terminal, "present_terminal_value": beyond, "enterprise_value": enterprise, "cash": cash,
        "non_operating_assets": invested,
        "debt": debt, "lease_liabilities": leases, "pension_deficit": last["pension_liabilities"],
        "minority_interest": last["minority_interest"],
        "preferred": last["preferred_equity"], "equity_value": equity, "per_share": equity / shares,
    }


def main():
    cases = []
    for name, c in COMPANIES.items():
        cases.append({
            "name": name, "as_of": number(AS_OF), "risk_free_rate": c["rate"], "filed": {str(y): (y + 1) * 10000 + 302 for y in YEARS},
            "years": {str(y): l for y, l in rows(c).items()}, "days": [number(d) for d in DAYS], "closes": prices(c)[1], "index": INDEX,
            "split": c.get("split"), "consensus": c.get("consensus"), "expected": valuation(c),
        })
    with open(os.path.join(os.path.dirname(os.path.abspath(__file__)), "default-valuations.json"), "w") as file:
        json.dump(cases, file, separators=(",", ":"))
        file.write("\n")


main()
