//! The codes, each with its page: what it means, why it matters, what to do.

use serde::{Serialize, Serializer};
use std::fmt;
use utoipa::ToSchema;

macro_rules! codes {
    ($($(#[$doc:meta])* $name:ident $code:literal $title:literal $means:literal $matters:literal $todo:literal;)*) => {
        /// A kind of finding; its letter says its area.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
        pub enum Code { $(#[doc = $title] $(#[$doc])* $name,)* }

        /// The page of every code, in the order of the codes.
        pub const PAGES: &[CodePage] = &[$(CodePage {
            code: Code::$name, title: $title, means: $means, matters: $matters, todo: $todo,
        },)*];

        impl Code {
            /// Whether what it says destroys gear, at once: it is said before everything else.
            pub fn destroys(self) -> bool {
                matches!(self, Self::OverVoltage | Self::OtherPins)
            }

            /// What it is about.
            pub fn area(self) -> Area {
                match self { $(Self::$name => Area::of($code),)* }
            }
        }

        impl fmt::Display for Code {
            fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
                f.write_str(match self { $(Self::$name => $code,)* })
            }
        }
    };
}

/// What a kind of finding is about: the letter of its code.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum Area {
    /// V: picture, from the lens to the eye.
    Picture,
    /// R: recording and media.
    Recording,
    /// S: sound.
    Sound,
    /// T: timecode and rates.
    Time,
    /// P: power.
    Power,
    /// B: what mounts on what.
    Build,
    /// H: house rules.
    House,
    /// K: the kit, and what the document says of it.
    Kit,
}

impl Area {
    const fn of(code: &str) -> Self {
        match code.as_bytes()[0] {
            b'R' => Self::Recording,
            b'S' => Self::Sound,
            b'T' => Self::Time,
            b'P' => Self::Power,
            b'B' => Self::Build,
            b'H' => Self::House,
            b'K' => Self::Kit,
            _ => Self::Picture,
        }
    }
}

/// What there is to say about a kind of finding.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
pub struct CodePage {
    /// The code.
    pub code: Code,
    /// Its name.
    pub title: &'static str,
    /// What it means.
    pub means: &'static str,
    /// Why it matters.
    pub matters: &'static str,
    /// What to do.
    pub todo: &'static str,
}

codes! {
    NothingArrives "V-101" "Nothing arrives"
        "No picture comes to this screen or recorder."
        "Whoever looks at it sees black."
        "Run a cable to it, or pair its receiver.";
    FormatNotTaken "V-102" "Format not taken"
        "The input doesn’t take the format that is sent to it."
        "The screen stays black or says that there is no signal; a converter in between may pass nothing."
        "Set the output to a format that the input takes, or put a scaling converter in between.";
    RateOverPort "V-103" "Wire rate above the port"
        "The picture needs a faster wire than the port is made for."
        "There is no picture, or one that breaks up."
        "Set the output to a format with a lower rate, or use a faster port.";
    RateOverCable "V-104" "Wire rate above the cable"
        "The picture needs a faster wire than the cable is made for."
        "It may work on the bench and break up when the cable is bent or warm."
        "Use a cable of a faster class, or a format with a lower rate.";
    OtherLevel "V-105" "3G levels differ"
        "1080p at 47.95 to 60 frames travels on 3G as level A or level B; the input doesn’t take the one that is sent."
        "The input sees no picture although the format is right."
        "Set the output to the level that the input takes.";
    WrongCable "V-106" "The cable doesn’t fit"
        "The plugs don’t go into the sockets, or the cable isn’t made for this wire."
        "It can’t be plugged in. Forcing a plug ruins the socket."
        "Use a cable with the right ends.";
    OtherWire "V-107" "A converter is missing"
        "The output and the input speak different wires."
        "An adapter doesn’t help: the signals are different."
        "Put a converter in between.";
    LongRun "V-108" "Run near or beyond its reach"
        "The cable loses more than the receiver’s equalizer is sure to make up for."
        "Near the end of the reach, an ordinary bend, a barrel or heat ends the picture; beyond it there is none to count on."
        "Use a cable of a better class, a format with a lower rate, or a reclocking device on the way. The maker’s data sheet wins.";
    Loop "V-109" "Loop"
        "These cables feed the picture back to where it came from."
        "No picture is in the circle, and none comes out of it."
        "Take one of the cables out.";
    CannotGive "V-110" "The output doesn’t give that"
        "The output is set to a format that the device doesn’t give, or gives nothing at this frame rate."
        "It sends something else, or nothing."
        "Set it to a format that it gives.";
    NoCarriage "V-111" "No wire carries that picture"
        "Neither the standards of this wire nor its multi-link forms define such a picture."
        "It can only be recorded where it is made."
        "Set the output to a raster and a rate that travel.";
    FellBack "V-112" "HDMI gives way"
        "The source sends coarser sampling or fewer bits than it was to, since the sink takes no more."
        "What is recorded or judged behind it has that much less."
        "Use an input, or a cable, that takes the better picture, where it matters.";
    SwitchedOff "V-113" "Off in this mode"
        "What the device does at the same time switches this output off, or leaves it less."
        "The screen behind it is black the moment the mode begins."
        "Use an output that stays, or leave the mode.";
    RawNotTaken "V-114" "Raw not understood"
        "The output sends sensor raw in its maker’s own protocol; the input doesn’t name it."
        "The wire is right and there is no picture. A relay may pass it or blank it."
        "Send a picture, or use a recorder that names the same raw.";
    LinksMissing "V-115" "Links of the picture are missing"
        "The picture is spread over several SDI links, and not all of them arrive."
        "Without every link there is no picture, or parts of one."
        "Connect every link, each to the input of its number.";
    LinksMixed "V-116" "Links don’t go together"
        "The links arrive in another order, or are spread in a way that the input doesn’t know."
        "Quarters of the picture change places, or there is none."
        "Connect them in their order, and set both ends to one mapping.";
    LinkLengths "V-117" "Links of different lengths"
        "The cables of one picture differ in length."
        "The parts arrive apart; inputs line up only so much."
        "Use cables of one length and one class.";
    KeepsRate "V-118" "A scaler keeps the frame rate"
        "The converter changes the raster, not the frames a second."
        "There is no picture at the rate that was asked for."
        "Let it follow the rate that comes, or use a frame-rate converter.";
    OtherSystem "V-121" "Not of one radio system"
        "Transmitter and receiver speak different protocols."
        "They don’t pair."
        "Use two ends of one system.";
    TooManyListeners "V-122" "More listeners than it serves"
        "More receivers or app viewers are paired than the transmitter serves."
        "The last ones are dropped, or the picture stutters for all."
        "Take one out, or share a receiver’s picture on cables.";
    WeakRadio "V-123" "Little left on the air"
        "Over this distance, with what stands between, little or nothing is left above what the receiver needs."
        "The picture freezes when somebody walks through the path."
        "Bring the antennas nearer and into sight of each other, or use a stronger system. Licences and permitted powers are local law.";
    SameChannel "V-124" "One channel twice"
        "Two transmitters of a band are on one channel, or none is left."
        "They take the air from each other."
        "Set each to a channel of its own; with none left, run a cable.";
    Deinterlaced "V-125" "Fields become frames"
        "An interlaced picture comes in, and a progressive one goes on, without anybody having asked for it."
        "Motion is half as fine, and what is recorded behind it has no fields."
        "Send progressive from the camera, or take a way that keeps the scan, where it matters.";
    Unfed "V-126" "Nothing feeds it"
        "A transmitter, receiver, converter or switcher stands on the floor and gets nothing to pass on."
        "It weighs, draws power and does nothing; what hangs on it is dark."
        "Connect it, pair it, or take it out.";
    QualityShort "V-201" "Need not met: quality"
        "What arrives is poorer than what was asked for, whatever the wire could hold."
        "A recorder can’t add quality that the source didn’t send."
        "Set the source’s output to a better format, or take another way.";
    NotClean "V-202" "Need not met: not clean"
        "Overlays are burnt into a picture that must be clean."
        "They can’t be taken out again."
        "Set the output to clean.";
    TooLate "V-203" "Need not met: too late"
        "The picture arrives later than its viewer can work with."
        "Focus and framing lag behind the action."
        "Take a way with fewer relays, converters and radio links.";
    OtherCamera "V-204" "Need not met: another camera"
        "The picture is of another camera than the one asked for."
        "The viewer sees the wrong picture."
        "Connect the camera that was asked for.";
    LookOther "V-205" "Need not met: the look"
        "The picture comes without the look that was asked for, or with one that wasn’t."
        "People judge a picture that isn’t the one they believe to see."
        "Set the look at one place: the output, a look box or the screen.";
    Squeezed "V-206" "Squeezed on the screen"
        "The lens squeezes the picture and nothing on the way, nor the screen, takes it out."
        "Faces are thin, and framing can’t be judged."
        "Take it out on the screen, or at the camera’s output for it.";
    LookTwice "V-207" "Look applied twice"
        "A look is burnt in on the way and applied again."
        "Contrast and colour are wrong, and nobody sees why."
        "Apply it once.";
    SoundApart "V-208" "Sound and picture apart"
        "Sound and picture arrive further apart than people accept."
        "Lips and voices don’t match; a recording has to be slipped."
        "Delay the earlier one where the gear can, or slip the sound in the edit.";
    SqueezeTwice "V-209" "De-squeezed twice"
        "The squeeze of the lens is taken out on the way and taken out again by the screen, or there was none to take out."
        "Faces are wide, and framing can’t be judged."
        "Take it out at one place.";
    RelayPower "V-301" "Goes with the monitor’s battery"
        "A monitor with a battery of its own relays the picture."
        "When its battery is changed, everything behind it is dark, the recorder too."
        "Feed what matters from an output of the camera’s own, or by a distribution amplifier; or share the monitor’s supply with the camera’s.";
    Strain "V-302" "Small HDMI socket without a clamp"
        "A plug in a mini or micro HDMI socket isn’t held."
        "A pull breaks the socket of the camera sooner than the cable."
        "Put a clamp on it, and leave slack.";
    HoldsMore "R-101" "The recorder holds more than its source sent"
        "The file has more bits, finer sampling or a larger raster than the picture that it is made from."
        "It costs data and adds nothing: the grade finds the poorer picture inside."
        "Send a better picture, or record to a codec no larger than it.";
    FormatNotRecorded "R-102" "The recorder doesn’t record that"
        "The picture’s raster, rate or scan isn’t among those that it records."
        "Nothing is recorded."
        "Choose a format that it records.";
    NoMedium "R-103" "Nothing to record on"
        "No card or drive is in."
        "Nothing is recorded."
        "Put one in.";
    TooSlow "R-104" "The card is too slow"
        "What the card is guaranteed to keep up is less than the data rate with its margin."
        "The recorder stops by itself, or drops frames."
        "Use a faster card, or a lighter codec.";
    EndsEarly "R-105" "It ends before the need does"
        "The card, or a limit of the recorder, ends the recording before what must be recorded is over."
        "The end is missing."
        "Use a larger card, a second slot or a lighter codec; where the body stops by itself, record outside it.";
    FileSplits "R-106" "A clip becomes several files"
        "The card’s file system ends files at 4 GiB."
        "A part that is missed in the copy is a hole in the take."
        "Copy whole cards, or use cards formatted exFAT where the recorder does.";
    RawOfPicture "R-107" "A raw codec without raw"
        "The codec records the sensor’s own samples, and a picture arrives that is no raw."
        "The recorder has nothing to write in it."
        "Send raw that the recorder names, or record with a codec for pictures.";
    DoesNotFit "R-108" "It doesn’t fit the recorder"
        "Cards of a kind that its slots don’t take, more cards than slots, more tracks than it has, or a setting that it doesn’t have."
        "What doesn’t go in isn’t recorded on."
        "Set what it takes.";
    NotRecorded "R-109" "Not recorded"
        "A picture is to be recorded, or a body stands there that could record, and nothing records it."
        "There is no second take of a day."
        "Set its recording, or connect it to a recorder.";
    CardsShort "R-110" "Cards short for the day"
        "The day’s plan wants more cards of a kind than the kit has."
        "A camera waits, or a card is formatted before its copies are safe."
        "Hire more cards, use larger ones, or copy faster.";
    NoTrigger "R-111" "No trigger starts it"
        "The recorder is set to start by the record trigger beside its picture, and none that it obeys comes."
        "It doesn’t start, and nobody presses its button: the takes aren’t there."
        "Switch the trigger on, use outputs and inputs that speak the same one, or start it by hand.";
    TriggerUnused "R-112" "The trigger isn’t used"
        "A record trigger comes that the recorder would obey, and it is set to be started by hand."
        "A second button at every take is forgotten once a day."
        "Let the trigger start it.";
    HeatOverTakes "R-113" "Takes add up to heat"
        "As the day is planned, a body records so much of the time that it reaches its limit for heat, though no single clip does."
        "It stops in a take, and stays off until it is cool."
        "Let its screen stand away, feed it from outside, record to a drive; rest it between takes, in the shade.";
    SoundLost "S-101" "Sound doesn’t reach the recorder"
        "Fewer channels arrive than the recorder has tracks set to record."
        "The tracks are there and silent."
        "Bring the sound along, at the recorder’s own input or on the picture’s wire.";
    SoundShort "S-102" "Need not met: sound"
        "Fewer sound channels arrive than were asked for."
        "Whoever needs the sound doesn’t get it."
        "Bring it along on the picture’s wire, or at an input of the recorder’s own.";
    SoundUnused "S-103" "Sound that goes nowhere"
        "A microphone’s sound reaches no track that is written, and nobody who listens."
        "It was rigged for nothing, and is missed in the edit."
        "Connect it, or record the track that it arrives at.";
    NoSound "S-104" "A mixer without sound"
        "Nothing is connected to the mixer’s inputs."
        "What it mixes and records is silent."
        "Connect a microphone or a receiver.";
    SoundClips "S-105" "A stage clips"
        "The source is louder than a stage on its way takes: at its peaks, or all the time."
        "What is clipped stays clipped, whatever is done behind it."
        "Less gain before that stage, a pad, or more distance; floating point removes the converter’s ceiling, not the preamplifier’s.";
    LineIntoMic "S-106" "Line level into a microphone input"
        "An output at line level feeds an input that is made for microphones, 40 dB softer."
        "It distorts from the first word on."
        "Switch one of the ends, or put a pad of 40 dB in between.";
    MicIntoLine "S-107" "Microphone into a line input"
        "A microphone feeds an input that is made for line level."
        "It is far too soft, and brought up again it is mostly noise."
        "Switch the input to microphone, or put a preamplifier in between.";
    PhantomMissing "S-108" "48 V missing"
        "The microphone works on 48 V, and gets none."
        "It is silent, or thin and noisy."
        "Switch them on at its input, or use an input that gives them.";
    PhantomHarms "S-109" "Phantom power may damage this"
        "48 V are on, and what is connected isn’t made for them: a ribbon, an unbalanced adapter, an output."
        "A ribbon can be torn, an output damaged; at the least it bangs and hums. The makers’ instructions decide."
        "Switch them off before it is plugged in, or put a transformer in between.";
    PhantomShared "S-110" "48 V from two inputs"
        "A splitter joins two inputs that both give 48 V."
        "The currents fight, and what one side does is heard on the other."
        "Let one input give them; take the other over a transformer.";
    PlugInMissing "S-111" "Plug-in power missing"
        "The microphone works on the 2 to 5 V that small jacks give, and this input gives none."
        "It is silent."
        "Use an input with plug-in power, or a microphone with a battery.";
    SoundLoaded "S-112" "Loaded too much"
        "The input’s impedance is under five times that of its source."
        "Level is lost, and the microphone sounds otherwise than it should."
        "Use an input of a higher impedance.";
    WrongJack "S-113" "Three contacts against four"
        "A jack with three contacts (TRS) meets one with four (TRRS). They go together and look alike."
        "The microphone’s contact meets the ground: there is silence, or hum."
        "Use an adapter made for it.";
    LongUnbalanced "S-114" "Long unbalanced run"
        "An unbalanced cable is longer than 6 m."
        "It hums, takes up radio, and loses the treble."
        "Run it balanced, with a transformer at the end, or shorten it.";
    NearCeiling "S-115" "Peaks near the ceiling, limiter out"
        "The peaks come within 3 dB of where it clips, and the limiter there is out."
        "The first laugh clips."
        "Put the limiter in, or lower the gain.";
    AutoGain "S-116" "The gain follows by itself"
        "An input’s gain follows the level by itself."
        "Every pause is filled with noise, and no two takes match."
        "Switch it off, and set the gain by hand.";
    NoHeadphones "S-117" "Nobody listens"
        "Sound is recorded, and no headphones are connected where it comes past."
        "Crackles, hum and a dead battery are found in the edit."
        "Connect headphones. Begin soft: loud headphones harm ears.";
    TrackSilent "S-118" "A track that nothing feeds"
        "A track is set to a source that doesn’t arrive, or to none."
        "It is recorded, and silent."
        "Bring the source, or take the track out of the sheet.";
    OnNoTrack "S-119" "A source on no track"
        "A channel comes into the recorder and is on none of its tracks."
        "It is heard nowhere afterwards."
        "Put it on a track.";
    TrackShared "S-120" "Sources share a track"
        "More than one source is on a track that is meant for one."
        "They can’t be parted again."
        "Give each its own track, or call it a mix.";
    OneSoundRecorder "S-121" "The sound is on one recorder only"
        "The house asks for the sound of record on two recorders, and a source is on one."
        "What happens to that card happens to the sound."
        "Send a mix to a camera, or to a second recorder.";
    MixedLate "S-122" "Mixed apart in time"
        "Microphones that are mixed on one track arrive at different times: one of them by radio."
        "A voice that both hear is combed: it sounds hollow."
        "Record them on tracks of their own, or delay the earlier one.";
    SameFrequency "S-123" "One frequency twice"
        "Two transmitters are tuned to one frequency, or closer than receivers part."
        "Neither is received."
        "Tune one elsewhere. Licences and permitted bands are local law.";
    Intermodulation "S-124" "Transmitters make a third"
        "What two or three transmitters make together falls on the frequency of another."
        "That one crackles or drops out where they come near each other."
        "Tune them to a set that is free of it. Licences and permitted bands are local law.";
    SoundBattery "S-125" "The battery ends before the day"
        "The battery of a microphone or transmitter lasts shorter than the day."
        "It dies in a take."
        "Plan a change in a break, and write it down.";
    Noisy "S-126" "Noise near the source"
        "The noise of the gear stands less than 35 dB below the source."
        "Brought up in the mix, it is heard."
        "More gain earlier, a hotter or nearer microphone, a better preamplifier.";
    LateMonitoring "S-127" "Headphones late"
        "What the headphones give is more than 15 ms late."
        "Who wears them hears the voice twice, and can’t judge the place of a sound."
        "Listen nearer to the source.";
    QuieterWay "S-128" "Another gain is quieter"
        "The gains of this chain can be set so that it is quieter by the same headroom."
        "The noise of the later stage is amplified with the voice."
        "Set more gain early and less late, where the house works so.";
    SampleRates "S-129" "Sample rates differ"
        "Recorders of one floor write sound with different numbers of samples a second."
        "Files of one take have to be converted before they line up."
        "Set them to one rate: 48,000 goes with pictures.";
    UpsideDown "S-130" "Balanced into a stereo socket"
        "A balanced mono output is plugged into a stereo socket with a cable that keeps both its wires."
        "Left and right are the same sound, one of them upside down: summed to mono they cancel to silence."
        "Use a cable that ties one wire to ground, or an input made for balanced sound.";
    OverVoltage "P-101" "Too many volts"
        "An input gets more volts than it takes, at some state of charge."
        "The device is destroyed, at once and for good."
        "Don’t plug it in. Use an outlet or a regulator of its voltage; measure before you plug.";
    OtherPins "P-102" "Plus and minus changed"
        "The plug fits, and its contacts are wired otherwise."
        "The device is destroyed, at once and for good."
        "Don’t plug it in. Use the cable or adapter that its maker gives.";
    UnderVoltage "P-103" "Too few volts"
        "A load gets too few volts before its battery is empty, or at once."
        "It goes off although the battery has charge left."
        "Use a shorter or thicker cable, or another supply; change the battery earlier.";
    Overload "P-104" "More than it carries"
        "An outlet, a plate, a battery, a splitter or a cable carries more than it is made for."
        "It switches off, its fuse goes, or it gets hot enough to burn."
        "Hang the load on another outlet, or on a battery of its own.";
    UsbShort "P-105" "USB gives too little"
        "A load on USB needs more than outlet, cable and load settle on."
        "It stays off, empties its battery although it is plugged in, or doesn’t fill it."
        "Use an outlet of more watts, a marked cable, or another input.";
    NoSupply "P-106" "Nothing feeds it"
        "A device that draws power hangs on nothing, where those beside it are fed."
        "It stays off."
        "Feed it from a free outlet, or put a battery on it.";
    MustHoldBattery "P-107" "It wants a battery on it"
        "A device runs only with a battery on it, whatever else feeds it."
        "It stays off."
        "Put a battery on it.";
    PowerCircle "P-108" "Power in a circle"
        "Supplies feed each other in a circle."
        "Nothing begins there."
        "Take out one of the cables.";
    OneBattery "P-109" "One battery behind it all"
        "One battery feeds a recording and what hangs beside it, and nothing takes over."
        "One plug that slips ends all of it."
        "Put a battery where the body has a slot for one, or spread the loads.";
    Bridged "P-110" "How long the reserve lasts"
        "A battery of its own takes over when the supply goes."
        "That is the time for a change."
        "Change within it; see that it is full in the morning.";
    BatteryEnds "P-111" "The battery ends before the day"
        "A battery doesn’t last the day as it is planned."
        "What hangs on it goes off, and what depends on that with it."
        "Change it in a break, with a margin; or use a larger one.";
    EachItsOwn "P-113" "Each on its own battery"
        "Several devices of a unit each run on a small battery of their own."
        "Each ends at another time, and each is changed."
        "Hang them on one battery where the rig carries it.";
    BatteriesShort "P-114" "Batteries are short for the day"
        "The day takes more batteries of a kind than the kit holds, with its chargers counted."
        "Something goes off and stays off until one is full."
        "Hire what is missing, or another charger; or use larger ones.";
    OwnBatteryEnds "P-112" "A built-in battery ends first"
        "What runs on its own built-in battery ends before the day does."
        "It goes off by itself, mostly unseen."
        "Fill it in a break, or feed it.";
    TwoMains "P-115" "SDI between two mains supplies"
        "The braid of an SDI cable joins devices that hang on mains sockets in different places."
        "The two earths needn’t be at one voltage: what flows through the braid bends the picture, and a fault on one side can end the SDI inputs and outputs on the other."
        "Put an isolator in the cable, which breaks the braid and lets the picture through; feed both ends from one distribution, or one of them from a battery. What the mains are like there is for who is licensed for them.";
    IdleSupply "P-116" "It feeds nothing"
        "A battery, a plate or an adapter stands on the floor, and nothing hangs on it."
        "It is carried for nothing, or what it was meant for is dark."
        "Put it on what it is for, or take it off the floor: spares are kept in the kit.";
    MixedPacks "P-117" "Packs of different voltages on one plate"
        "Two batteries on one plate have different numbers of cells."
        "The higher one drives current into the lower: it heats, vents or burns. What hangs behind gets now one voltage, now the other."
        "Use two of one kind, as full and as old as each other. The maker’s manual has the last word.";
    FilledInUse "P-118" "Filled while it gives"
        "A battery is plugged in to be filled while other things hang on it, and it empties all the same."
        "It looks as if it never ended, and ends."
        "Fill it with more watts, hang less on it, or change it as any other.";
    FallsAsleep "P-119" "It goes to sleep"
        "So little is drawn from a power bank that it takes it for nothing and switches its outlets off."
        "What hangs on it goes dark, mostly in a break and unseen."
        "Hang it on another outlet, or something more on this one.";
    TimecodeRate "T-101" "Timecode rates differ"
        "Two devices that must agree count at different rates."
        "The recordings don’t line up in the edit."
        "Set both to one rate.";
    DropMode "T-102" "Drop frame against non-drop"
        "Two devices count at the same rate, one of them dropping labels to follow the clock."
        "The labels run apart although the pictures don’t."
        "Set both to one mode.";
    TimecodeAgainstPicture "T-103" "Timecode and picture run apart"
        "The timecode counts at another rate than the pictures, or the project, that it labels."
        "Labels and frames drift apart from the first second on: nothing lines up in the edit."
        "Set the timecode to the rate of the pictures.";
    PictureRates "T-104" "Picture rates differ"
        "Two rates that don’t run in step meet in one build: a camera against the project, or two inputs of a switcher."
        "Sound and pictures, or two cameras, run apart; a switcher can’t cut between them."
        "Set every camera to the project’s rate; shoot off speed with the sensor’s rate, not the project’s.";
    ClockRunsApart "T-105" "A clock runs apart"
        "A clock was set once and runs on its own: before the day is over it is more than half a frame from the one that set it."
        "Sound and picture slip; the editor finds it, shot by shot."
        "Leave a box on it, or set it again in the breaks: jam it.";
    RecordRun "T-106" "Counting only while recording"
        "A device counts only while it records (record run)."
        "Its labels say nothing about when: no other recording can be lined up with them."
        "Set it to free run, and jam it.";
    LtcIntoMic "T-107" "Timecode too hot for its input"
        "Timecode at line level goes into an input for microphones."
        "It is clipped or heard on the next track, and may not be read back."
        "Set the output 30 to 40 dB lower, or the input to line.";
    LtcOnTrack "T-108" "Timecode on an audio track"
        "A body without timecode of its own records it as sound."
        "That track holds no sound, and the labels are read from it afterwards."
        "Say so on the slate and in the report; keep the track out of the mix.";
    PastMidnight "T-109" "The day goes past midnight"
        "Timecode that is the time of day begins again at 00:00:00:00."
        "Labels repeat, and a take across midnight sorts before its own beginning."
        "Put the date in the user bits, or begin with a preset hour that midnight doesn’t reach. A change of clocks at night moves the wall clock, not the timecode: don’t jam to it again.";
    ClockCannot "T-110" "A rate that the clock hasn’t"
        "A clock is to count at a rate that it can’t."
        "It counts another, or nothing."
        "Use another box, or another rate for all.";
    FedLate "T-111" "Late by a fixed number of frames"
        "A device that is fed labels its frames late by a fixed number."
        "Every label is off by that, all day."
        "Enter the offset in its menu; make sure with a slate.";
    Unlocked "T-112" "Frames don’t begin together"
        "Cameras that a switcher cuts between aren’t locked to one reference (genlock)."
        "The switcher holds each picture up to a frame; the sound is as much early, and two cameras may be a frame apart."
        "Lock cameras and switcher to one reference; else hold the sound a frame. Recordings that are only edited don’t need it.";
    ReferenceRate "T-113" "A reference of another rate"
        "A device gets a reference at another rate than its own."
        "It can’t lock: it runs free, or its picture tears."
        "Set both to one rate.";
    TimeForgotten "T-114" "It forgets the time"
        "A clock is off while its battery is changed, for longer than it counts on by itself, and nothing feeds it."
        "Its labels begin anywhere after that, and nobody looks at them until the edit."
        "Jam it again after every change, let a timecode box stay on it, or let another battery bridge the change.";
    OnItsOwn "T-115" "On its own beside the others"
        "A clock is set to free run: it was never set by the one that the others follow, whatever is plugged into it."
        "Its labels are its own: they agree with the others’ by chance."
        "Let it follow, or jam it.";
    OrdinaryLeader "T-116" "An ordinary clock leads"
        "The clock that the others follow runs on an ordinary crystal, and nothing disciplines it."
        "They agree with each other; with the time of day, and with whatever runs beside them, less and less."
        "Let a timecode box lead, or feed the leader a reference.";
    OffSpeedLabels "T-117" "Off speed, the labels aren’t the time"
        "A body that is fed timecode all day runs off speed."
        "It labels frames that are made faster or slower than they are played: a label says when the take began, no more."
        "Note the take’s beginning, and line it up by hand.";
    LooseJoint "B-101" "A joint that doesn’t stand"
        "A joint names a fastening that isn’t there, two that don’t go together, or holds where nothing meets."
        "Nothing is held there: what sits on it has no place."
        "Join it to a fastening of its kind, or take the joint off.";
    SamePlace "B-102" "Two parts in one place"
        "Two parts that don’t sit on each other fill the same space."
        "One of them can’t be mounted as it is planned."
        "Slide, turn or move one of them.";
    Covered "B-103" "Something is in the way"
        "A door, a control, a vent, a screen, a grip or a microphone has something before it."
        "A card can’t be changed, a hand finds no room, warm air stays inside."
        "Slide what is in the way, or mount it elsewhere.";
    Waiting "B-104" "No possible order of assembly"
        "Each of these parts covers a screw or a door that another needs before it."
        "No order builds the rig as it is planned."
        "Mount one of them elsewhere, or turned.";
    TurnsAlone "B-111" "It can turn"
        "A part hangs on one fastening that lets it turn."
        "It works loose while it is carried, and the picture or the screen with it."
        "Use two screws, or a mount with pins.";
    OverBears "B-112" "A joint bears too much"
        "The moment on a joint is above the guide for its kind, or above what its maker says."
        "It slips, sags or breaks. The figures are guides; the maker’s win."
        "Move the mass nearer, support it, or use a stronger mount.";
    LensHangs "B-113" "The lens hangs on its mount"
        "A lens, or a lens on an adapter, bears more on the mount than the guide, and nothing supports it."
        "The mount bends: focus and the flange distance go first."
        "Support it by hand until a lens support on the rods is tight under it.";
    Leans "B-121" "It leans when it hangs"
        "Hung from its handle, the rig leans to a side or tips far over."
        "Every shot from the handle is crooked, and the wrist pays for it."
        "Move a mass sideways or along until the centre is under the grip.";
    Falls "B-122" "It doesn’t stand"
        "Put down on its feet, its centre of mass is outside what it stands on, or something hangs lower."
        "It falls over when nobody holds it."
        "Never put it down unheld; move a mass, or use a wider foot.";
    OverPayload "B-123" "More than it carries"
        "What stands on a head, a gimbal, legs or an arm is heavier than it may be."
        "Counterbalance and locks don’t hold it: it falls. Its maker’s figure wins."
        "Take parts off, or use a stronger one.";
    OffCentre "B-124" "Out of balance on its plate"
        "The centre of mass isn’t over the middle of what carries it."
        "It tips as soon as the tilt is loose; a gimbal’s motors overheat."
        "Slide the plate, as far as it goes.";
    NoRoom "B-125" "Out of the gimbal’s room"
        "A part reaches out of the box that a gimbal’s arms leave."
        "It strikes an arm when it turns, and the motors stall."
        "Take it off, mount it nearer, or use a larger gimbal.";
    Unsecured "B-126" "Above people without a second fixing"
        "A rig hangs above people on one fastening, and no safety cable holds it as well."
        "Should the fastening give, it falls on somebody."
        "Put a safety cable, rated for the load, from the rig to the structure. Local rules and the rigging’s own supervision come first.";
    CableShort "B-131" "The cable doesn’t reach"
        "The way along the rig, with a bend at each end, is longer than the cable."
        "It pulls on the sockets, or can’t be plugged in."
        "Use the next longer cable, or an elbow.";
    CableLong "B-132" "Much too long a cable"
        "The cable is more than twice as long as it need be."
        "The loop catches on everything."
        "Use a shorter or a coiled one, or tie it up.";
    RodsShort "B-133" "The rods are too short"
        "What sits on the rods reaches past their end."
        "It can’t be clamped there."
        "Use longer rods, known before the first screw.";
    PlugInTheWay "B-134" "A plug in the way"
        "A plug, with the stiff beginning of its cable, sticks into a part, a hand’s place or a door."
        "Whatever moves there pushes it: the socket breaks, or the picture goes."
        "Use a plug that goes round the corner, or move what it sticks into.";
    PlugLoose "B-135" "A plug that nothing holds"
        "An HDMI or USB plug in a recording device on a rig that is carried has no clamp."
        "A pull on the cable ends the take; a hard one breaks the socket."
        "Put a clamp on it: the cable should give before the socket does.";
    LensSmall "B-141" "The image doesn’t cover the sensor"
        "The lens’s image circle, with what is between it and the body, is smaller than the sensor’s diagonal."
        "The corners go dark. A test wins."
        "Use another lens, or a smaller part of the sensor.";
    MotorMisses "B-142" "The motor doesn’t reach the ring"
        "A motor’s gear isn’t in line with the ring that it is near."
        "Nobody pulls focus."
        "Slide its clamp until the gears mesh.";
    ClippedOnMoving "B-143" "A matte box on a front that moves"
        "A matte box clips on a lens whose front moves or turns when it focuses."
        "It turns with the focus, and the lens’s motor pulls it along."
        "Use a matte box on rods.";
    Vignettes "B-144" "Matte box vignettes"
        "The matte box’s opening is narrower than the angle of view there."
        "Its edges are in the picture. A guide: a test wins."
        "Bring it nearer to the lens, or use a wider one.";
    RecordElsewhere "H-101" "Not where the house records"
        "The picture of record isn’t made where the house rule says."
        "Media, copying and the sound plan follow the rule."
        "Record where the rule says, or change the rule.";
    FedOtherwise "H-102" "The transmitter is fed otherwise"
        "The house rule says how transmitters are fed; this one is fed the other way."
        "A relay adds delay and a battery; an own output is one output less."
        "Feed it as the rule says, or change the rule.";
    MonitorSize "H-103" "Another size of monitor"
        "The on-board monitors don’t follow the house rule."
        "Weight in the hand, or mounts that don’t fit."
        "Use the size that the rule says, or change the rule.";
    UnknownDevice "K-101" "Not in the catalogue"
        "The catalogue has no description under this name."
        "Nothing can be said about it."
        "Remove it, or import its description.";
    BadConnection "K-102" "The connection can’t stand"
        "It names a port or a cable that isn’t there, or a socket that has a cable already."
        "It carries nothing."
        "Take it out.";
    ShortOfKit "K-103" "Short of kit"
        "The build uses more of something than the kit holds."
        "It isn’t there on the day."
        "Hire what is missing, or build without it.";
    SetBeyond "K-104" "Set to what it can’t do"
        "A setting names something that the device doesn’t have: it comes from a file, or its description was changed."
        "The device does something else than the plan says."
        "Set what it can do.";
    NeedWithoutDevice "K-105" "Need refers to a missing device"
        "A need speaks of a device that isn’t on the floor any more."
        "It can’t be met."
        "Remove the need, or put the device back.";
    BeyondLimits "K-106" "Beyond what is taken"
        "The document holds a quantity, a count or a name that no edit would make: it comes from an older version or another hand."
        "What follows from it is cut where it would have no end, and the production can’t be read again from its own file."
        "Set it to what is accepted: house rules under Needs, the station and the day under Media, names and counts where they stand.";
}

impl Serialize for Code {
    fn serialize<S: Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        serializer.collect_str(self)
    }
}

utoipa::description! {
impl utoipa::PartialSchema for Code {
    fn schema() -> utoipa::openapi::RefOr<utoipa::openapi::schema::Schema> {
        let codes = PAGES.iter().map(|page| page.code.to_string());
        utoipa::openapi::ObjectBuilder::new()
            .schema_type(utoipa::openapi::schema::Type::String)
            .enum_values(Some(codes))
            .into()
    }
}

impl utoipa::ToSchema for Code {
    fn name() -> std::borrow::Cow<'static, str> {
        "Code".into()
    }
}
}

impl Code {
    /// Its page.
    pub fn page(self) -> &'static CodePage {
        &PAGES[self as usize]
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_code_has_its_own_page_and_number() {
        let mut numbers: Vec<String> = PAGES.iter().map(|page| page.code.to_string()).collect();
        assert!(PAGES.iter().all(|page| page.code.page().code == page.code));
        numbers.sort();
        numbers.dedup();
        assert_eq!(numbers.len(), PAGES.len());
    }
}
