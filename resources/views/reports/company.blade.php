<!DOCTYPE html>
<html lang="en">
<head><meta charset="UTF-8"><title>{{ $name }}, {{ $day }}</title>@include('reports.style')</head>
<body>
<h1>{{ $name }}</h1>
<p class="quiet">{{ $ticker }} · {{ $industry }} · as of {{ $day }}@if ($price !== null) · {{ $price }} {{ $currency }}
        on {{ $priceDay }}@endif</p>
<p>{{ $description }}</p>
@if ($reading !== [])
    <h2>First reading</h2>
    <table><tr><th></th><th>{{ $name }}</th><th>Median of its sector</th></tr>
        @foreach ($reading as [$label, $own, $median])<tr><td>{{ $label }}</td><td>{{ $own }}</td><td>{{ $median }}</td></tr>@endforeach
    </table>
@endif
@if ($chart !== null)
    <h2>Price, {{ $currency }}</h2>
    <img src="{{ $chart['picture'] }}" alt="Price from {{ $chart['from'] }} to {{ $chart['to'] }}">
    <p class="quiet">{{ $chart['from'] }} to {{ $chart['to'] }}, adjusted for splits</p>
@endif
@if ($statements !== [])
    <h2>Statements, {{ $reportingCurrency }}</h2>
    <table><tr><th></th>@foreach ($years as $year)<th>{{ $year }}</th>@endforeach</tr>
        @foreach ($statements as [$label, $figures])
        <tr><td>{{ $label }}</td>@foreach ($figures as $figure)<td>{{ $figure }}</td>@endforeach</tr>
        @endforeach
    </table>
@endif
@if (in_array('peers', $parts, true))
    <h2>Beside its peers</h2>
    <table><tr><th></th>@foreach ($peerHeads as $head)<th>{{ $head }}</th>@endforeach</tr>
        @foreach ($peers as [$peer, $figures])
        <tr><td>{{ $peer }}</td>@foreach ($figures as $figure)<td>{{ $figure }}</td>@endforeach</tr>
        @endforeach
    </table>
    @if (count($peers) < 2)<p class="quiet">No peers were chosen under Compare.</p>@endif
@endif
@if (in_array('valuation', $parts, true))
    <h2>Valuations</h2>
    @if ($valuations === [])<p class="quiet">None was kept by this day.</p>@else
    <table><tr><th>Day</th><th class="left">Name</th><th class="left">Method</th><th>A share, {{ $currency }}</th></tr>
        @foreach ($valuations as [$on, $called, $method, $share])
        <tr><td>{{ $on }}</td>
            <td class="left">{{ $called }}</td>
            <td class="left">{{ $method }}</td>
            <td>{{ $share }}</td></tr>
        @endforeach
    </table>@endif
@endif
@if (in_array('decision', $parts, true))
    <h2>Decision</h2>
    @if ($decision === null)<p class="quiet">None stands on this day.</p>@else
    <p><strong>{{ ucfirst($decision['verdict']) }}</strong>, decided on {{ $decision['decided_on'] }}
        at {{ round($decision['price_then'], 2) }} {{ $decision['currency'] }}:
        worth {{ round($decision['value_per_share'], 2) }}, buy below {{ round($decision['buy_below'], 2) }}
        @if ($decision['confidence'] !== null), confidence {{ round(100 * $decision['confidence']) }} %@endif</p>
    <p>{{ $decision['thesis'] }}</p>
    <p class="quiet">What would prove it wrong: {{ $decision['disproof'] }}</p>
    @if ($decision['reasons'] !== [] || $decision['disproofs'] !== [])
    <table><tr><th>Reason</th><th class="left">Looked at</th><th>Now</th></tr>
        @foreach ([...$decision['reasons'], ...$decision['disproofs']] as $reason)
        <tr><td>{{ $reason['text'] }}</td>
            <td class="left">{{ $reason['words'] ?? '' }}</td>
            <td>{{ $reason['met'] === null ? '' : ($reason['met'] ? 'is so' : 'is not so') }}</td></tr>
        @endforeach
    </table>@endif
    @foreach ($decision['cases'] as $case)<p>{{ $case['name'] }}: {{ round($case['value'], 2) }}
        @if ($case['probability'] !== null), {{ round(100 * $case['probability']) }} %@endif</p>@endforeach
    @endif
@endif
@if ($notes !== [])
    <h2>Notes</h2>
    @foreach ($notes as [$on, $body])<p><span class="quiet">{{ $on }}</span> {!! nl2br(e($body)) !!}</p>@endforeach
@endif
</body>
</html>
