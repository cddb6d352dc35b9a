using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class FirstStore : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "ApiTokens",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Scope = table.Column<int>(type: "INTEGER", nullable: false),
                    OnlyJobId = table.Column<int>(type: "INTEGER", nullable: true),
                    TokenHash = table.Column<string>(type: "TEXT", nullable: false),
                    MadeBy = table.Column<string>(type: "TEXT", nullable: false),
                    MadeAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    RevokedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    LastUsedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ApiTokens", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUsers",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Role = table.Column<int>(type: "INTEGER", nullable: false),
                    Active = table.Column<bool>(type: "INTEGER", nullable: false),
                    UserName = table.Column<string>(type: "TEXT", maxLength: 256, nullable: true),
                    NormalizedUserName = table.Column<string>(type: "TEXT", maxLength: 256, nullable: true),
                    Email = table.Column<string>(type: "TEXT", maxLength: 256, nullable: true),
                    NormalizedEmail = table.Column<string>(type: "TEXT", maxLength: 256, nullable: true),
                    EmailConfirmed = table.Column<bool>(type: "INTEGER", nullable: false),
                    PasswordHash = table.Column<string>(type: "TEXT", nullable: true),
                    SecurityStamp = table.Column<string>(type: "TEXT", nullable: true),
                    ConcurrencyStamp = table.Column<string>(type: "TEXT", nullable: true),
                    PhoneNumber = table.Column<string>(type: "TEXT", nullable: true),
                    PhoneNumberConfirmed = table.Column<bool>(type: "INTEGER", nullable: false),
                    TwoFactorEnabled = table.Column<bool>(type: "INTEGER", nullable: false),
                    LockoutEnd = table.Column<DateTimeOffset>(type: "TEXT", nullable: true),
                    LockoutEnabled = table.Column<bool>(type: "INTEGER", nullable: false),
                    AccessFailedCount = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AspNetUsers", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Firms",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    PlaceName = table.Column<string>(type: "TEXT", nullable: false),
                    TimeZone = table.Column<string>(type: "TEXT", nullable: false),
                    HomeLatitude = table.Column<double>(type: "REAL", nullable: false),
                    HomeLongitude = table.Column<double>(type: "REAL", nullable: false),
                    ToleranceMetres = table.Column<double>(type: "REAL", nullable: false),
                    School = table.Column<int>(type: "INTEGER", nullable: false),
                    FirstFrequency = table.Column<int>(type: "INTEGER", nullable: false),
                    NoticeRule = table.Column<string>(type: "TEXT", nullable: false),
                    CutOff = table.Column<TimeOnly>(type: "TEXT", nullable: false),
                    MarksValid = table.Column<string>(type: "TEXT", nullable: false),
                    DayStarts = table.Column<TimeOnly>(type: "TEXT", nullable: false),
                    DayEnds = table.Column<TimeOnly>(type: "TEXT", nullable: false),
                    TravelKilometresPerHour = table.Column<double>(type: "REAL", nullable: false),
                    CentreCursor = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Firms", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Guide",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Clip = table.Column<string>(type: "TEXT", nullable: false),
                    Never = table.Column<string>(type: "TEXT", nullable: false),
                    Insulates = table.Column<string>(type: "TEXT", nullable: false),
                    Bonded = table.Column<string>(type: "TEXT", nullable: false),
                    TestDead = table.Column<string>(type: "TEXT", nullable: false),
                    Caution = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Guide", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "GuideNotes",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Feature = table.Column<int>(type: "INTEGER", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_GuideNotes", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Holidays",
                columns: table => new
                {
                    Date = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Holidays", x => x.Date);
                });

            migrationBuilder.CreateTable(
                name: "Instruments",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Serial = table.Column<string>(type: "TEXT", nullable: false),
                    FrequenciesHertz = table.Column<string>(type: "TEXT", nullable: false),
                    StepsMilliamps = table.Column<string>(type: "TEXT", nullable: false),
                    MaxVolts = table.Column<double>(type: "REAL", nullable: false),
                    MaxWatts = table.Column<double>(type: "REAL", nullable: false),
                    LeadMetres = table.Column<double>(type: "REAL", nullable: false),
                    ClampVolts = table.Column<double>(type: "REAL", nullable: false),
                    MomentAmpereSquareMetres = table.Column<double>(type: "REAL", nullable: false),
                    BatteryWattHours = table.Column<double>(type: "REAL", nullable: false),
                    SeparationMetres = table.Column<double>(type: "REAL", nullable: false),
                    FloorNanotesla = table.Column<double>(type: "REAL", nullable: false),
                    RelativeNoise = table.Column<double>(type: "REAL", nullable: false),
                    FullScaleMicrotesla = table.Column<double>(type: "REAL", nullable: false),
                    Units = table.Column<string>(type: "TEXT", nullable: false),
                    CalibrationEnds = table.Column<DateOnly>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Instruments", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Jobs",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", maxLength: 200, nullable: false),
                    Where = table.Column<string>(type: "TEXT", nullable: false),
                    Digger = table.Column<string>(type: "TEXT", nullable: false),
                    Contact = table.Column<string>(type: "TEXT", nullable: false),
                    Purpose = table.Column<string>(type: "TEXT", nullable: false),
                    Means = table.Column<string>(type: "TEXT", nullable: false),
                    DigDepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    ReceivedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    DigPlanned = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    DigCorners = table.Column<string>(type: "TEXT", nullable: false),
                    DigRoute = table.Column<string>(type: "TEXT", nullable: false, defaultValueSql: "'[]'"),
                    DigWidthMetres = table.Column<double>(type: "REAL", nullable: true),
                    DigLaterals = table.Column<string>(type: "TEXT", nullable: false, defaultValueSql: "'[]'"),
                    OutlineStyle = table.Column<int>(type: "INTEGER", nullable: false),
                    OutlineSpacingMetres = table.Column<double>(type: "REAL", nullable: true),
                    PoorSight = table.Column<bool>(type: "INTEGER", nullable: false),
                    OutlinedOn = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    NoticeNumber = table.Column<string>(type: "TEXT", nullable: false),
                    Traffic = table.Column<int>(type: "INTEGER", nullable: false),
                    Ground = table.Column<int>(type: "INTEGER", nullable: false),
                    Conditions = table.Column<int>(type: "INTEGER", nullable: false),
                    Tape = table.Column<string>(type: "TEXT", nullable: false),
                    OriginLatitude = table.Column<double>(type: "REAL", nullable: false),
                    OriginLongitude = table.Column<double>(type: "REAL", nullable: false),
                    OriginProvisional = table.Column<bool>(type: "INTEGER", nullable: false),
                    SoilOhmMetres = table.Column<double>(type: "REAL", nullable: false, defaultValue: 80.0),
                    CreatedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    HandedOverAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    HandoverHead = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Jobs", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Log",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false),
                    JobId = table.Column<int>(type: "INTEGER", nullable: true),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Who = table.Column<string>(type: "TEXT", nullable: false),
                    What = table.Column<string>(type: "TEXT", nullable: false),
                    Subject = table.Column<string>(type: "TEXT", nullable: false),
                    Before = table.Column<string>(type: "TEXT", nullable: false),
                    After = table.Column<string>(type: "TEXT", nullable: false),
                    Why = table.Column<string>(type: "TEXT", nullable: false),
                    Hash = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Log", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Once",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Once", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Owners",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Sheets = table.Column<string>(type: "TEXT", nullable: false),
                    RecordsValid = table.Column<string>(type: "TEXT", nullable: false),
                    MarksValid = table.Column<string>(type: "TEXT", nullable: false),
                    Contact = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Owners", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "PutAside",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CameAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Number = table.Column<string>(type: "TEXT", nullable: false),
                    Content = table.Column<string>(type: "TEXT", nullable: false),
                    Trouble = table.Column<string>(type: "TEXT", nullable: false),
                    SettledAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    SettledBy = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PutAside", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserClaims",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    UserId = table.Column<string>(type: "TEXT", nullable: false),
                    ClaimType = table.Column<string>(type: "TEXT", nullable: true),
                    ClaimValue = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AspNetUserClaims", x => x.Id);
                    table.ForeignKey(
                        name: "FK_AspNetUserClaims_AspNetUsers_UserId",
                        column: x => x.UserId,
                        principalTable: "AspNetUsers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserLogins",
                columns: table => new
                {
                    LoginProvider = table.Column<string>(type: "TEXT", nullable: false),
                    ProviderKey = table.Column<string>(type: "TEXT", nullable: false),
                    ProviderDisplayName = table.Column<string>(type: "TEXT", nullable: true),
                    UserId = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AspNetUserLogins", x => new { x.LoginProvider, x.ProviderKey });
                    table.ForeignKey(
                        name: "FK_AspNetUserLogins_AspNetUsers_UserId",
                        column: x => x.UserId,
                        principalTable: "AspNetUsers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserTokens",
                columns: table => new
                {
                    UserId = table.Column<string>(type: "TEXT", nullable: false),
                    LoginProvider = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Value = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AspNetUserTokens", x => new { x.UserId, x.LoginProvider, x.Name });
                    table.ForeignKey(
                        name: "FK_AspNetUserTokens_AspNetUsers_UserId",
                        column: x => x.UserId,
                        principalTable: "AspNetUsers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Checks",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    InstrumentId = table.Column<int>(type: "INTEGER", nullable: false),
                    Day = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    BatteryPercent = table.Column<double>(type: "REAL", nullable: true),
                    KnownDepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    ReadMetres = table.Column<string>(type: "TEXT", nullable: false),
                    Passed = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Checks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Checks_Instruments_InstrumentId",
                        column: x => x.InstrumentId,
                        principalTable: "Instruments",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Acks",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Caution = table.Column<int>(type: "INTEGER", nullable: false),
                    Day = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Acks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Acks_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "CentreAnswers",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    NoticeNumber = table.Column<string>(type: "TEXT", nullable: false),
                    Utility = table.Column<string>(type: "TEXT", nullable: false),
                    Owner = table.Column<string>(type: "TEXT", nullable: false),
                    Answer = table.Column<string>(type: "TEXT", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    MadeAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    SentAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Attempts = table.Column<int>(type: "INTEGER", nullable: false),
                    NextTry = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Trouble = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CentreAnswers", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CentreAnswers_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Features",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Shape = table.Column<int>(type: "INTEGER", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Points = table.Column<string>(type: "TEXT", nullable: false),
                    Surface = table.Column<int>(type: "INTEGER", nullable: false),
                    Utility = table.Column<int>(type: "INTEGER", nullable: true),
                    Material = table.Column<string>(type: "TEXT", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    WasEast = table.Column<double>(type: "REAL", nullable: true),
                    WasNorth = table.Column<double>(type: "REAL", nullable: true),
                    DoubtMetres = table.Column<double>(type: "REAL", nullable: false),
                    PlacedBy = table.Column<string>(type: "TEXT", nullable: false),
                    PlacedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Features", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Features_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "LineModels",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Of = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Points = table.Column<string>(type: "TEXT", nullable: false),
                    NoMetal = table.Column<bool>(type: "INTEGER", nullable: false),
                    Metal = table.Column<int>(type: "INTEGER", nullable: true),
                    OutsideMetres = table.Column<double>(type: "REAL", nullable: true),
                    WallMetres = table.Column<double>(type: "REAL", nullable: true),
                    Coating = table.Column<int>(type: "INTEGER", nullable: true),
                    DepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    StartKind = table.Column<int>(type: "INTEGER", nullable: true),
                    StartOhms = table.Column<double>(type: "REAL", nullable: true),
                    EndKind = table.Column<int>(type: "INTEGER", nullable: true),
                    EndOhms = table.Column<double>(type: "REAL", nullable: true),
                    NetMilliamps = table.Column<double>(type: "REAL", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_LineModels", x => x.Id);
                    table.ForeignKey(
                        name: "FK_LineModels_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Lines",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Owner = table.Column<string>(type: "TEXT", nullable: false),
                    Material = table.Column<string>(type: "TEXT", nullable: false),
                    OutsideDiameterMetres = table.Column<double>(type: "REAL", nullable: true),
                    ExpectedRun = table.Column<string>(type: "TEXT", nullable: false),
                    DotsNumbered = table.Column<int>(type: "INTEGER", nullable: false),
                    Answer = table.Column<int>(type: "INTEGER", nullable: false),
                    AnswerNote = table.Column<string>(type: "TEXT", nullable: false),
                    AnsweredAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Lines", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Lines_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Requests",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Owner = table.Column<string>(type: "TEXT", nullable: false),
                    Valid = table.Column<string>(type: "TEXT", nullable: false),
                    SheetsNeeded = table.Column<string>(type: "TEXT", nullable: false),
                    AskedOn = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Nothing = table.Column<bool>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Requests", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Requests_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Settlements",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    FeatureId = table.Column<int>(type: "INTEGER", nullable: false),
                    RecordLineId = table.Column<int>(type: "INTEGER", nullable: false),
                    DistanceMetres = table.Column<double>(type: "REAL", nullable: false),
                    Outcome = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Settlements", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Settlements_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Ties",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    From = table.Column<string>(type: "TEXT", nullable: false),
                    FromMetres = table.Column<double>(type: "REAL", nullable: false),
                    To = table.Column<string>(type: "TEXT", nullable: false),
                    ToMetres = table.Column<double>(type: "REAL", nullable: false),
                    Ohms = table.Column<double>(type: "REAL", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Ties", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Ties_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Visits",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<string>(type: "TEXT", nullable: false),
                    Day = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Position = table.Column<int>(type: "INTEGER", nullable: false),
                    Minutes = table.Column<int>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Visits", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Visits_AspNetUsers_PersonId",
                        column: x => x.PersonId,
                        principalTable: "AspNetUsers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_Visits_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Walks",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Who = table.Column<string>(type: "TEXT", nullable: false),
                    HookupId = table.Column<int>(type: "INTEGER", nullable: true),
                    InstrumentId = table.Column<int>(type: "INTEGER", nullable: true),
                    Listening = table.Column<int>(type: "INTEGER", nullable: false),
                    BeganAt = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Walks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Walks_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Photos",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    FeatureId = table.Column<int>(type: "INTEGER", nullable: false),
                    Format = table.Column<string>(type: "TEXT", nullable: false),
                    Bytes = table.Column<long>(type: "INTEGER", nullable: false),
                    Sha256 = table.Column<string>(type: "TEXT", nullable: false),
                    TakenAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Latitude = table.Column<double>(type: "REAL", nullable: true),
                    Longitude = table.Column<double>(type: "REAL", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Photos", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Photos_Features_FeatureId",
                        column: x => x.FeatureId,
                        principalTable: "Features",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Hookups",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    LineId = table.Column<int>(type: "INTEGER", nullable: false),
                    Method = table.Column<int>(type: "INTEGER", nullable: false),
                    ConnectedTo = table.Column<string>(type: "TEXT", nullable: false),
                    ConnectionEast = table.Column<double>(type: "REAL", nullable: false),
                    ConnectionNorth = table.Column<double>(type: "REAL", nullable: false),
                    StakeEast = table.Column<double>(type: "REAL", nullable: true),
                    StakeNorth = table.Column<double>(type: "REAL", nullable: true),
                    FrequencyHertz = table.Column<double>(type: "REAL", nullable: true),
                    SentMilliamps = table.Column<double>(type: "REAL", nullable: true),
                    Volts = table.Column<double>(type: "REAL", nullable: true),
                    TransmitterId = table.Column<int>(type: "INTEGER", nullable: true),
                    ReceiverId = table.Column<int>(type: "INTEGER", nullable: true),
                    Wires = table.Column<string>(type: "TEXT", nullable: false, defaultValueSql: "'[]'"),
                    ArcRadiusMetres = table.Column<double>(type: "REAL", nullable: true),
                    ArcBearings = table.Column<string>(type: "TEXT", nullable: false, defaultValueSql: "'[]'"),
                    MadeAt = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Hookups", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Hookups_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_Hookups_Lines_LineId",
                        column: x => x.LineId,
                        principalTable: "Lines",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Sheets",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    RequestId = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Reference = table.Column<string>(type: "TEXT", nullable: false),
                    Dated = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    ReceivedOn = table.Column<DateOnly>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Sheets", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Sheets_Requests_RequestId",
                        column: x => x.RequestId,
                        principalTable: "Requests",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Blocks",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    WalkId = table.Column<int>(type: "INTEGER", nullable: false),
                    StoredAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Count = table.Column<int>(type: "INTEGER", nullable: false),
                    Content = table.Column<byte[]>(type: "BLOB", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Blocks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Blocks_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_Blocks_Walks_WalkId",
                        column: x => x.WalkId,
                        principalTable: "Walks",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Readings",
                columns: table => new
                {
                    Id = table.Column<byte[]>(type: "BLOB", nullable: false),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    LineId = table.Column<int>(type: "INTEGER", nullable: true),
                    HookupId = table.Column<int>(type: "INTEGER", nullable: true),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    TakenAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Utility = table.Column<string>(type: "TEXT", maxLength: 200, nullable: false),
                    EastMetres = table.Column<double>(type: "REAL", nullable: false),
                    NorthMetres = table.Column<double>(type: "REAL", nullable: false),
                    Peak = table.Column<double>(type: "REAL", nullable: true),
                    Null = table.Column<double>(type: "REAL", nullable: true),
                    DepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    CurrentMilliamps = table.Column<double>(type: "REAL", nullable: true),
                    DirectionDegrees = table.Column<double>(type: "REAL", nullable: true),
                    FrequencyHertz = table.Column<double>(type: "REAL", nullable: true),
                    NullOffsetMetres = table.Column<double>(type: "REAL", nullable: true),
                    LiftMetres = table.Column<double>(type: "REAL", nullable: true),
                    LiftedDepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    SidewaysPercent = table.Column<double>(type: "REAL", nullable: true),
                    TurnedDepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    CurrentRunsAway = table.Column<bool>(type: "INTEGER", nullable: true),
                    Feature = table.Column<int>(type: "INTEGER", nullable: false),
                    Across = table.Column<string>(type: "TEXT", nullable: false),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    StateNote = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Readings", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Readings_Hookups_HookupId",
                        column: x => x.HookupId,
                        principalTable: "Hookups",
                        principalColumn: "Id");
                    table.ForeignKey(
                        name: "FK_Readings_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_Readings_Lines_LineId",
                        column: x => x.LineId,
                        principalTable: "Lines",
                        principalColumn: "Id");
                });

            migrationBuilder.CreateTable(
                name: "Records",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    SheetId = table.Column<int>(type: "INTEGER", nullable: true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Owner = table.Column<string>(type: "TEXT", nullable: false),
                    Material = table.Column<string>(type: "TEXT", nullable: false),
                    Points = table.Column<string>(type: "TEXT", nullable: false),
                    CoverMetres = table.Column<double>(type: "REAL", nullable: true),
                    DoubtMetres = table.Column<double>(type: "REAL", nullable: false),
                    Ducts = table.Column<string>(type: "TEXT", nullable: false),
                    Source = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Records", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Records_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_Records_Sheets_SheetId",
                        column: x => x.SheetId,
                        principalTable: "Sheets",
                        principalColumn: "Id");
                });

            migrationBuilder.CreateTable(
                name: "Loose",
                columns: table => new
                {
                    Id = table.Column<byte[]>(type: "BLOB", nullable: false),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    BlockId = table.Column<long>(type: "INTEGER", nullable: false),
                    Ordinal = table.Column<int>(type: "INTEGER", nullable: false),
                    Utility = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Loose", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Loose_Blocks_BlockId",
                        column: x => x.BlockId,
                        principalTable: "Blocks",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Acks_JobId",
                table: "Acks",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_ApiTokens_TokenHash",
                table: "ApiTokens",
                column: "TokenHash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "EmailIndex",
                table: "AspNetUsers",
                column: "NormalizedEmail");

            migrationBuilder.CreateIndex(
                name: "UserNameIndex",
                table: "AspNetUsers",
                column: "NormalizedUserName",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Blocks_WalkId",
                table: "Blocks",
                column: "WalkId");

            migrationBuilder.CreateIndex(
                name: "IX_CentreAnswers_SentAt",
                table: "CentreAnswers",
                column: "SentAt");

            migrationBuilder.CreateIndex(
                name: "IX_Checks_InstrumentId",
                table: "Checks",
                column: "InstrumentId");

            migrationBuilder.CreateIndex(
                name: "IX_Features_JobId",
                table: "Features",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Guide_Kind",
                table: "Guide",
                column: "Kind",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_GuideNotes_Kind_Feature",
                table: "GuideNotes",
                columns: new[] { "Kind", "Feature" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Hookups_JobId",
                table: "Hookups",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_NoticeNumber",
                table: "Jobs",
                column: "NoticeNumber",
                unique: true,
                filter: "NoticeNumber <> ''");

            migrationBuilder.CreateIndex(
                name: "IX_LineModels_JobId",
                table: "LineModels",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Lines_JobId",
                table: "Lines",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Log_JobId_Id",
                table: "Log",
                columns: new[] { "JobId", "Id" });

            migrationBuilder.CreateIndex(
                name: "IX_Log_Subject_Id",
                table: "Log",
                columns: new[] { "Subject", "Id" });

            migrationBuilder.CreateIndex(
                name: "IX_Loose_BlockId",
                table: "Loose",
                column: "BlockId");

            migrationBuilder.CreateIndex(
                name: "IX_Loose_JobId_Utility",
                table: "Loose",
                columns: new[] { "JobId", "Utility" });

            migrationBuilder.CreateIndex(
                name: "IX_Owners_Name",
                table: "Owners",
                column: "Name",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Photos_FeatureId",
                table: "Photos",
                column: "FeatureId");

            migrationBuilder.CreateIndex(
                name: "IX_Photos_JobId",
                table: "Photos",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Readings_JobId_LineId_State",
                table: "Readings",
                columns: new[] { "JobId", "LineId", "State" });

            migrationBuilder.CreateIndex(
                name: "IX_Records_JobId",
                table: "Records",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Requests_JobId",
                table: "Requests",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Settlements_JobId",
                table: "Settlements",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Sheets_JobId",
                table: "Sheets",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Sheets_RequestId",
                table: "Sheets",
                column: "RequestId");

            migrationBuilder.CreateIndex(
                name: "IX_Ties_JobId",
                table: "Ties",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Visits_Day",
                table: "Visits",
                column: "Day");

            migrationBuilder.CreateIndex(
                name: "IX_Visits_JobId",
                table: "Visits",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Walks_JobId",
                table: "Walks",
                column: "JobId");

            // What is evidence only grows, whoever has the file open.
            foreach (var table in new[] { "Log", "Blocks", "Walks" })
            {
                migrationBuilder.Sql($"CREATE TRIGGER {table}KeepsItsEntries BEFORE UPDATE ON {table} BEGIN SELECT RAISE(ABORT, 'the log only grows'); END");
                migrationBuilder.Sql($"CREATE TRIGGER {table}LosesNothing BEFORE DELETE ON {table} BEGIN SELECT RAISE(ABORT, 'the log only grows'); END");
            }
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Acks");

            migrationBuilder.DropTable(
                name: "ApiTokens");

            migrationBuilder.DropTable(
                name: "AspNetUserClaims");

            migrationBuilder.DropTable(
                name: "AspNetUserLogins");

            migrationBuilder.DropTable(
                name: "AspNetUserTokens");

            migrationBuilder.DropTable(
                name: "CentreAnswers");

            migrationBuilder.DropTable(
                name: "Checks");

            migrationBuilder.DropTable(
                name: "Firms");

            migrationBuilder.DropTable(
                name: "Guide");

            migrationBuilder.DropTable(
                name: "GuideNotes");

            migrationBuilder.DropTable(
                name: "Holidays");

            migrationBuilder.DropTable(
                name: "LineModels");

            migrationBuilder.DropTable(
                name: "Log");

            migrationBuilder.DropTable(
                name: "Loose");

            migrationBuilder.DropTable(
                name: "Once");

            migrationBuilder.DropTable(
                name: "Owners");

            migrationBuilder.DropTable(
                name: "Photos");

            migrationBuilder.DropTable(
                name: "PutAside");

            migrationBuilder.DropTable(
                name: "Readings");

            migrationBuilder.DropTable(
                name: "Records");

            migrationBuilder.DropTable(
                name: "Settlements");

            migrationBuilder.DropTable(
                name: "Ties");

            migrationBuilder.DropTable(
                name: "Visits");

            migrationBuilder.DropTable(
                name: "Instruments");

            migrationBuilder.DropTable(
                name: "Blocks");

            migrationBuilder.DropTable(
                name: "Features");

            migrationBuilder.DropTable(
                name: "Hookups");

            migrationBuilder.DropTable(
                name: "Sheets");

            migrationBuilder.DropTable(
                name: "AspNetUsers");

            migrationBuilder.DropTable(
                name: "Walks");

            migrationBuilder.DropTable(
                name: "Lines");

            migrationBuilder.DropTable(
                name: "Requests");

            migrationBuilder.DropTable(
                name: "Jobs");
        }
    }
}
