@php
    $money = App\Feature\Report\ReportFigures::money(...);
    $percent = App\Feature\Report\ReportFigures::percent(...);
@endphp
<!DOCTYPE html>
<html lang="en">
<head><meta charset="UTF-8"><title>{{ $of['name'] }}, {{ $day }}</title>@include('reports.style')</head>
<body>
<h1>{{ $of['name'] }}</h1>
<p class="quiet">as of {{ $day }}, in {{ $of['currency'] }}</p>
@if (in_array('summary', $parts, true))
    <h2>Worth</h2>
    <table>
        <tr><td>Worth</td><td>{{ $money($of['total']) }}</td></tr>
        <tr><td>Paid in</td><td>{{ $money($of['contributed']) }}</td></tr>
        <tr><td>Gains not realised</td><td>{{ $money($of['unrealised']) }}</td></tr>
        <tr><td>Gains realised</td><td>{{ $money($of['realised']) }}</td></tr>
        <tr><td>Dividends and interest</td>
            <td>{{ $of['dividends'] === null || $of['interest'] === null ? '–' : $money($of['dividends'] + $of['interest']) }}</td></tr>
        <tr><td>Taxes and fees</td>
            <td>{{ $of['taxes'] === null || $of['fees'] === null ? '–' : $money(-$of['taxes'] - $of['fees']) }}</td></tr>
    </table>
    @if ($chart !== null)<p><img src="{{ $chart }}" alt="Worth through time"></p>
    <p class="quiet">Worth, and in grey what the same money in {{ $performance['index'] ?? 'an index' }}
        would be, {{ $performance['from'] }} to {{ $day }}</p>@endif
@endif
@if (in_array('positions', $parts, true))
    <h2>Positions</h2>
    <table><tr><th></th><th>Quantity</th><th>Cost a unit</th><th>Price</th><th>Worth</th><th>Weight</th><th>Not realised</th><th>%</th></tr>
        @foreach ($of['positions'] as $p)
        <tr><td>{{ $p['name'] }} <span class="quiet">{{ $p['ticker'] }}</span></td>
            <td>{{ $p['quantity'] }}</td>
            <td>{{ round($p['average_cost'], 2) }}</td>
            <td>{{ $p['price'] === null ? '–' : round($p['price'], 2) }} {{ $p['currency'] }}</td>
            <td>{{ $money($p['value']) }}</td>
            <td>{{ $percent($p['weight']) }}</td>
            <td>{{ $money($p['unrealised']) }}</td>
            <td>{{ $percent($p['unrealised_return']) }}</td></tr>
        @endforeach
        @foreach ($of['cash'] as $c)
        <tr><td>Cash, {{ $c['currency'] }}</td>
            <td></td>
            <td></td>
            <td></td>
            <td>{{ $money($c['value']) }}</td>
            <td></td>
            <td></td>
            <td></td></tr>
        @endforeach
    </table>
@endif
@if (in_array('return', $parts, true) && $performance !== null)
    <h2>Return</h2>
    <table><tr><th></th><th>In all</th><th>A year</th><th>Index</th></tr>
        <tr><td>By time</td>
            <td>{{ $percent($performance['time_weighted']['total']) }}</td>
            <td>{{ $percent($performance['time_weighted']['annual']) }}</td>
            <td>{{ $percent($performance['index_return']) }}</td></tr>
        <tr><td>By money</td>
            <td>{{ $percent($performance['money_weighted']['total']) }}</td>
            <td>{{ $percent($performance['money_weighted']['annual']) }}</td>
            <td></td></tr>
        @foreach ($performance['years'] as $year)
        <tr><td>{{ $year['year'] }}</td>
            <td>{{ $percent($year['return']) }}</td>
            <td></td>
            <td>{{ $percent($year['index']) }}</td></tr>
        @endforeach
    </table>
    <p>
        Volatility {{ $percent($performance['risk']['volatility']) }}, deepest fall {{ $percent($performance['risk']['drawdown']) }},
        beta {{ $performance['risk']['beta'] === null ? '–' : round($performance['risk']['beta'], 2) }}.
    </p>
    <table><tr><th>What added what</th><th>Gain</th><th>of the return</th></tr>
        @foreach ($performance['contributions'] as $c)
        <tr><td>{{ $c['name'] ?? 'Cash: interest, fees, currencies' }}</td>
            <td>{{ $money($c['gain']) }}</td>
            <td>{{ $percent($c['contribution']) }}</td></tr>
        @endforeach
    </table>
@endif
@if (in_array('exposure', $parts, true))
    <h2>What it depends on</h2>
    <p>
        The largest five make {{ $percent($of['exposure']['largest_share']) }}; as concentrated as
        {{ $of['exposure']['effective'] === null ? '–' : round($of['exposure']['effective'], 1) }} equal positions.
    </p>
    @foreach (['sectors' => 'Industries', 'countries' => 'Countries', 'currencies' => 'Currencies'] as $key => $head)
        <table>
        <tr><th>{{ $head }}</th>
            <th></th></tr>
        @foreach ($of['exposure'][$key] as $share)
        <tr><td>{{ ucfirst($share['name']) }}</td>
            <td>{{ $percent($share['weight']) }}</td></tr>
        @endforeach</table>
    @endforeach
@endif
@if ($income !== null)
    <h2>Income to be expected of twelve months</h2>
    <p>{{ $money($income['gross']) }}, {{ $money($income['net']) }} after tax, {{ $percent($income['yield']) }}
        of what the positions are worth.</p>
    <table>
        <tr><th>Month</th>
            <th>Before tax</th>
            <th>After tax</th></tr>
        @foreach ($income['expected'] as $month)
        <tr><td>{{ $month['month'] }}</td>
            <td>{{ $money($month['gross']) }}</td>
            <td>{{ $money($month['net']) }}</td></tr>
        @endforeach</table>
@endif
@if (in_array('reasons', $parts, true))
    <h2>Positions that no longer meet their own reasons</h2>
    @if ($broken === [])<p class="quiet">None, of those whose reasons can be checked.</p>@else
    <table>
        <tr><th>Company</th>
            <th class="left">Reason</th></tr>
        @foreach ($broken as $p)
        <tr><td>{{ $p['name'] }}</td>
            <td class="left">{{ implode(' · ', $p['broken']) }}</td></tr>
        @endforeach</table>@endif
@endif
</body>
</html>
