/**
 * What the words on fields and figures mean, each as it stands on the screen, capitals apart; in the order in which
 * they are listed. Said where the pointer rests or the focus is, and all together in a dialog.
 */
const said = {
	// The water
	depth:
		'From the surface to the bed, where a wading stick stops. Judged from the bank; do not wade to measure.',
	'surface speed':
		'How fast a leaf goes by on the surface. Nearer the bed the water is slower, by how rough the bed is.',
	'a leaf over': 'The stretch along which you watch a leaf; a rod’s length is about 3 m.',
	takes: 'How many seconds the leaf needs for that stretch.',
	'zone above the bed':
		'From the bed up to here fish take. A fly is in the zone while it is below this height.',
	hold: 'The stretch in which a fish may take.',
	'stretch where it may be taken':
		'How far the fly may go on through the lie and still be taken. What is behind it does not count.',
	'room upstream to land it':
		'How far above the lie you can land the fly. If it needs more than that to get down, it comes down too late.',
	'the depth is':
		'How you know it: measured from the bank, judged by eye, or guessed. The less sure, the wider every range.',
	bed: 'What the bottom is made of. A rougher bed slows the water near it, stirs it more and hangs up more flies.',
	'water today':
		'The water’s temperature. Colder water is a little denser and thicker, and slows a small fly.',
	lie: 'A piece of water where fish lie: its depth, its speed, its bed and the zone in which they take.',
	flow: 'How much water the river carries. Depth and speed of its lies follow it.',
	'flow today': 'What the gauge says now. Depth and speed of the river’s lies follow it.',
	'flow expected':
		'What the gauge will say on that day, as near as you know. The plan looks at a lower and a higher river, too.',
	'water expected': 'How warm the water will be on that day.',
	'depth when the flow stops':
		'What would still stand in the lie if no water came: a pool keeps some, a riffle none.',
	'depth grows by the power':
		'How quickly the lie gets deeper as the river rises. At 0.4 twice the flow is a third more of depth.',
	'speed grows by the power':
		'How quickly the water gets faster as the river rises. At 0.34 twice the flow is a quarter more of speed.',
	// The line
	rig: 'How you fish the fly: way of fishing, rod, leader and tippet.',
	'way of fishing':
		'On a tight line, below a float or a dry fly, on a swing, or counted down in still water. Each has its own question and its own answer.',
	leader: 'What the water pulls at above the tippet: thicker means more pull.',
	tippet:
		'The last and thinnest line, which goes down with the fly. A thicker one keeps the fly up longer.',
	'tippet length': 'From the leader to the fly.',
	'line out, tip to fly': 'Leader and tippet together, from the rod tip to the fly.',
	'tip over the water': 'How high you hold the rod tip.',
	'rod tip speed, of the surface':
		'How fast you lead the rod tip downstream, in parts of the surface’s speed. Slower than the surface keeps the line tight.',
	float: 'How much weight the float holds up before it goes under.',
	'fly hangs below':
		'From the float or the dry fly down to the fly. Tied to the bend of the dry fly or beside its eye, it drifts alike.',
	'dry fly carries':
		'What the dry fly holds up before it goes under: hang beads on it at home until it does.',
	retrieve: 'How fast the line is drawn in.',
	'count down': 'How long the fly sinks before you draw.',
	'the cast lands':
		'With slack the fly sinks at first as if it were free of its line; straight, it is held from the start.',
	fished: 'The way of fishing that is asked about.',
	// The fly
	hook: 'Its style, size and wire. Size and make differ: the mass is what is certain least.',
	'hook size': 'As on the packet; the larger the number, the smaller the hook.',
	length: 'Of the piece of wire that lies on the scale.',
	wire: 'The diameter of the hook’s wire, as you measured it.',
	style: 'How the hook is bent: straight, curved, or with a jig’s neck.',
	'hook length':
		'Of the shank: 2XL is as long as that of a hook two sizes larger, 2XS as short as that of one two sizes smaller.',
	'hook wire': 'How thick the wire of the hook is: 2X heavy is that of a hook two sizes larger.',
	'wire by calliper':
		'The diameter of the hook’s wire as you measured it, which says the hook’s mass better than its size.',
	'eye ring':
		'How the ring of the eye lies: across the shank as usual, or in line with it. It turns the fly’s drawing, and how the tippet is tied on.',
	kind: 'Of beads their shape: slotted ones are for jig hooks. Else what it is made of, or none.',
	'bead size':
		'The outer diameter, by calliper or as on the packet. Its mass grows with the cube of it.',
	metal:
		'Of beads, tungsten weighs about twice as much as brass of the same size; of wire, lead half as much again as lead-free.',
	shape: 'How the body runs from the tail to the thorax.',
	turns: 'Wraps of weighting wire round the shank.',
	'coil wire':
		'Diameter of the weighting wire. Lead is poisonous where it is lost; local rules may forbid it.',
	'from the eye': 'Where on the shank the coil begins. Further forward the fly hangs head down.',
	dressed: 'How full: sparse, medium or full. What you do not set part by part follows this.',
	'dressing: parts you leave alone use usual amounts':
		'How full the fly is dressed. Tail, body, legs and collar follow it until you set them.',
	'thread under it': 'Turns of thread beneath the root of the tail: they lift it off the bend.',
	'turns lie': 'Evenly, or half of them close at the bend and the others open in front of them.',
	'wings of':
		'A pair beneath, one on each side, hanging to the point’s side. Short ones are pads or buds.',
	'each wing': 'Fibres that lie side by side in each of the two.',
	'flash of': 'A few strands that glitter: in the tail, along the sides or over the back.',
	'second rib of': 'Another one over the same body, along it or across the first.',
	'rear thorax of':
		'A thorax in parts: of what its rear is. Legs or wings may be bound in between.',
	'front thorax of': 'A thorax in parts: of what its front is.',
	'head of':
		'Fur or chenille wound before the collars; the collars keep the room behind it. A head of thread is among the turns of the thread.',
	'horns of': 'Two feelers at the head, forwards over the eye.',
	'the whole fly weighs':
		'As your scale says it, dry. What a scale says of this fly counts for more than what is reckoned from its parts.',
	mass: 'What the fly weighs dry, in air, with its likely range: nine of ten such flies lie in it. How it is worked out: H.',
	'in water':
		'What still pulls it down under water: its weight less that of the water it displaces, and of the air it holds.',
	'sink rate':
		'How fast it sinks in still water, sinking freely, once it has reached its speed. Nine of ten such flies lie in the range. How it is worked out: H.',
	attitude:
		'How it lies while it sinks: head down, level or tail down. On a tight line the tippet may turn it.',
	'gap left': 'How much of the hook’s gap bead and body leave free. Below half it hooks badly.',
	// The answer
	'good drift':
		'A drift in which the fly is in the zone for long enough, while it is in the lie, and does not hang up. The chance says how many of ten are good. See the drift: G.',
	'drifts followed':
		'Each is worked out with other eddies, and with what is not known of fly, line and water drawn anew. More of them make the chance surer.',
	'a build does the job': 'From this chance on.',
	slim: 'What is to be slim: the head, the body, or either.',
	hangs: 'How the fly is to hang as it sinks.',
	'flies for': 'One fly for this water, few flies for several waters, or two for one line.',
	for: 'What is to be answered: the words beside it say of which.',
	flies: 'How many are tied in the run.',
	'in progress at once':
		'How many flies of the run are begun and not ended: some dry while you go on with others.',
	'bench card': 'One sheet for the bench: cut list, marks and steps of the fly.',
	show: 'Which of them are shown, or how.',
	// Learning
	'the scale reads to, g':
		'The last figure that your scale shows. A kitchen scale’s 0.1 g says little of one fly: weigh ten together.',
	reaction: 'How long you take to press: it is in every timed drop twice.',
	'over a distance of': 'How far the timed fly sinks, from mark to mark.',
	enter: 'What you found: a weighing, a timed drop, an outing.',
	'on the scale': 'What lies on it: flies, or the beads, hooks or wire of a lot.',
	'of its': 'Of which figure the range is to be narrower.',
	'pieces together':
		'How many lie on the scale at once. Ten together say far more than one: the scale’s step is shared by ten.',
	'they weigh': 'All that lie on the scale, together.',
	'what happened': 'Bought, used, or counted anew: what is left of the lot follows.',
	'how many': 'Pieces of the lot.',
	'paid for them': 'For all of them together; what a fly costs is made of such.',
	'low at': 'From so many on it is said that little is left.',
	lot: 'What was bought together. Beads of one lot are alike, and another lot may differ: so weighings teach about a lot.'
} as const;

export const meanings: readonly (readonly [string, string])[] = Object.entries(said);

/** @param label as it stands on the screen @returns null where nothing is said of it */
export const meaningOf = (label: string): string | null =>
	(said as Readonly<Record<string, string>>)[label.trim().toLowerCase()] ?? null;
